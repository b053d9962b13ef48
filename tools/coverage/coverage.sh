#!/bin/sh
# Prints the lines and branches of src/ that the tests of a coverage build have reached; files that no
# test links count too. A line with a mark, "unreached: REASON", does not count, nor does what stands
# between GCOVR_EXCL_START and GCOVR_EXCL_STOP. Fails when less is reached than that, in percent.
set -eu
top=$(cd "$(dirname "$0")/../.." && pwd)
build=$1 lines=${2:-100} branches=${3:-100}
cd "$build"
status=0
gcovr -r "$top" --filter "$top/src/" --exclude-lines-by-pattern '.*unreached:.*' \
    --exclude-branches-by-pattern '.*unreached:.*' --branches --txt coverage.txt --print-summary \
    --fail-under-line "$lines" --fail-under-branch "$branches" . || status=$?
grep -v "100%" coverage.txt
echo "marks: $(grep -rE 'unreached:|GCOVR_EXCL_START' "$top/src" | wc -l)"
exit $status
