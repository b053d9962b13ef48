# within.sh - for limits.sh and examples.sh: within FILE WHO, and then WHAT IS MOST for each figure. Ends
# the script where one is more than FILE allows.
within() {
    file=$1 who=$2
    shift 2
    while [ $# -gt 0 ]; do
        if ! [ "$2" -le "$3" ]; then # nor what is no number
            echo "mcu: $who: $1 is $2, more than the $3 of tests/mcu/$file" >&2
            exit 1
        fi
        shift 3
    done
}
