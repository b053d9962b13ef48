#!/bin/sh
# Makes the manual pages from what the command says of itself: pages.sh PEMBLE OUT. docs/man holds
# them; `make man` renews them.
set -eu
pemble=$1 out=$2
version=$("$pemble" --version | sed 's/^pemble //')

# page NAME SUMMARY WORD...: the page of 'pemble WORD...'.
page() {
    name=$1 summary=$2
    shift 2
    title=$(echo "$name" | tr a-z A-Z)
    # Examples are command lines: one a line, as they are.
    help2man --no-info --version-string="$version" -n "$summary" "$pemble $*" |
        sed -e "s/^\.TH .*/.TH $title 1 \"\" \"Pemble $version\" \"Pemble\"/" \
            -e "s,$(dirname "$pemble")/,,g" -e 's/^pemble \\- /pemble \\- /' -e '/^\.\\" DO NOT/d' |
        awk '/^\.SH EXAMPLES/ { print; print ".nf"; examples = 1; next }
             examples && /^\.(IP|PP|br)/ { next }
             /^\.SH/ && examples { print ".fi"; examples = 0 }
             { print } END { if (examples) print ".fi" }' >"$out/$name.1"
}

page pemble "small displays: set up, wired, drawn on, on a simulated bench"
"$pemble" --help | sed -n '/^Commands:/,/^$/s/^  \([a-z]*\)  *\(.*\)/\1 \2/p' | while read -r command summary; do
    made=$("$pemble" "$command" --help | sed -n "s/^pemble $command \([a-z]*\) .*/\1/p")
    if [ -z "$made" ]; then
        page "pemble-$command" "$summary" "$command"
    else
        for word in $made; do page "pemble-$command-$word" "$summary" "$command" "$word"; done
    fi
done
