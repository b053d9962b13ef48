#!/bin/sh
# The pages of docs/controllers/sent are what the drivers send now, and the notes know every command.
# SENT is the program that makes them, TOP the checkout.
set -eu
sent=$1 top=$2
rm -rf sent-now
mkdir sent-now
"$sent" "$top/docs/controllers" sent-now
if ! diff -r "$top/docs/controllers/sent" sent-now >sent-differs.txt; then
    head -40 sent-differs.txt
    echo "sent: docs/controllers/sent is not what the drivers send; look whether it should be, then: make sent"
    exit 1
fi
if grep -l "the note says nothing" sent-now/*.md; then
    echo "sent: these send commands that docs/controllers does not know"
    exit 1
fi
