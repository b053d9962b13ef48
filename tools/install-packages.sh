#!/bin/sh
# Installs the Debian packages listed in packages.debian, or in the file given, that are missing.
# Does nothing, and needs no network and no rights, when none is.
set -u
list=${1:-$(dirname "$0")/../packages.debian}

if ! command -v dpkg-query >/dev/null 2>&1; then
    echo "install-packages: this is not a Debian system; install by its own means what $list lists" >&2
    exit 0
fi

missing=
for package in $(sed 's/#.*//' "$list"); do
    state=$(dpkg-query -W -f='${db:Status-Status}' "$package" 2>/dev/null)
    [ "$state" = installed ] || missing="$missing $package"
done
[ -z "$missing" ] && exit 0

echo "install-packages: installing$missing"
as_root=
if [ "$(id -u)" -ne 0 ]; then
    if ! command -v sudo >/dev/null 2>&1; then
        echo "install-packages: missing:$missing" >&2
        echo "install-packages: installing needs root, and there is no sudo here; as root run: apt-get install$missing" >&2
        exit 1
    fi
    as_root=sudo
fi

fetch() {
    DEBIAN_FRONTEND=noninteractive $as_root apt-get install -y -q --no-install-recommends $missing
}
log=$(mktemp) || exit 1
trap 'rm -f "$log"' EXIT
if fetch >"$log" 2>&1; then exit 0; fi
# The package lists may be missing or out of date on a new machine.
if ! $as_root apt-get update -q >"$log" 2>&1; then
    cat "$log" >&2
    echo "install-packages: 'apt-get update' failed (reason above); still missing:$missing" >&2
    exit 1
fi
if ! fetch >"$log" 2>&1; then
    cat "$log" >&2
    echo "install-packages: 'apt-get install$missing' failed (reason above)" >&2
    exit 1
fi
