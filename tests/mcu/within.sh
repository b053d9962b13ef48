# within.sh - for limits.sh and examples.sh: within FILE WHO, and then WHAT IS KEPT for each figure, KEPT
# being what FILE has. Ends the script where a figure is more than half a percent above that. What has
# become more than half a percent less should be lowered in FILE, which is said.
within() {
    file=$1 who=$2
    shift 2
    while [ $# -gt 0 ]; do
        most=$(($3 + $3 / 200))
        if ! [ "$2" -le "$most" ]; then # nor what is no number
            echo "mcu: $who: $1 is $2, more than the $3 of tests/mcu/$file by over 0.5 %" >&2
            exit 1
        fi
        [ "$2" -ge $(($3 - $3 / 200)) ] || echo "mcu: $who: $1 is $2 now: lower the $3 of tests/mcu/$file"
        shift 3
    done
}

# aimed WHO WHAT IS AIM: what is aimed at in docs/footprint.md has no tolerance.
aimed() {
    if ! [ "$3" -le "$4" ]; then
        echo "mcu: $1: $2 is $3, more than the $4 that are aimed at" >&2
        exit 1
    fi
}
