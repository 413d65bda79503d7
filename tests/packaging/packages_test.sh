#!/usr/bin/env bash
# SPDX-License-Identifier: MIT
# Makes the Debian packages, installs them into a root of their own, runs what they brought, and takes them out again.
# What validates desktop files, metainfo, MIME types and packages is asked where it is installed.
set -euo pipefail
build=$1
source=$2
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
(cd "$build" && cpack -G DEB -B "$work/made" >"$work/log" 2>&1) || { cat "$work/log"; exit 1; }
packages=("$work"/made/*.deb)
[[ ${#packages[@]} -eq 4 ]] || { ls "$work/made"; exit 1; }
root=$work/root
mkdir -p "$root/var/lib/dpkg/info" "$root/var/lib/dpkg/updates" "$root/var/lib/dpkg/triggers" "$root/etc"
touch "$root/var/lib/dpkg/status" "$root/var/lib/dpkg/available"
dpkg_there() { dpkg --root="$root" --force-depends --force-not-root --force-script-chrootless --log=/dev/null "$@" >"$work/log" 2>&1 || { cat "$work/log"; exit 1; }; }
if [[ $EUID -eq 0 ]]; then
    dpkg_there -i "${packages[@]}"
else
    for package in "${packages[@]}"; do dpkg-deb -x "$package" "$root"; done
fi
lib=$(dirname "$(find "$root/usr/lib" -name libleap.so.0)")
[[ "$lib" == "$root/usr/lib/$(cc -print-multiarch)" ]] || { echo "libleap is in ${lib#"$root"}"; exit 1; }
there() { env -i HOME="$work" PATH="$root/usr/bin:$PATH" LD_LIBRARY_PATH="$lib" DISPLAY="${DISPLAY:-}" XAUTHORITY="${XAUTHORITY:-}" "$@"; }
[[ "$(there leap --version)" == "leap $(sed -n 's/^project(easy_leap VERSION \([0-9.]*\).*/\1/p' "$source/CMakeLists.txt")" ]]
there leap check "$root/usr/share/easy-leap/examples/little-quay" --marks | grep -q "0 missed"
there easy-leap --help | grep -q PROJECT
there easy-leap --picture "$work/window.png" --tape "to the far pier" "$root/usr/share/easy-leap/examples/little-quay"
[[ -s "$work/window.png" ]]
sed -n '/^```c$/,/^```$/p' "$source/docs/libleap.md" | sed '/^```/d' >"$work/client.c"
cc -std=c89 "$work/client.c" -I"$root/usr/include" -L"$lib" -lleap -o "$work/client"
[[ "$(there "$work/client")" == "top 1.25 m, landed 1" ]]
zcat "$root/usr/share/man/man1/leap.1.gz" | grep -q '^\.SH'
bash -n "$root/usr/share/bash-completion/completions/leap"
if command -v desktop-file-validate >/dev/null; then desktop-file-validate "$root/usr/share/applications/easy-leap.desktop"; fi
if command -v appstreamcli >/dev/null; then appstreamcli validate --no-net "$root/usr/share/metainfo/easy-leap.metainfo.xml" >"$work/log" || { cat "$work/log"; exit 1; }; fi
if command -v update-mime-database >/dev/null; then
    update-mime-database "$root/usr/share/mime"
    grep -q '^60:application/x-leap-tape+json:\*.tape.json' "$root/usr/share/mime/globs2"
    rm -rf "$root/usr/share/mime"
    [[ $EUID -ne 0 ]] || dpkg_there -i "${packages[@]}"
fi
if command -v lintian >/dev/null; then lintian --allow-root --fail-on error "${packages[@]}" >"$work/log" 2>&1 || { cat "$work/log"; exit 1; }; fi
if [[ $EUID -eq 0 ]]; then
    dpkg_there --purge easy-leap leap libleap-dev libleap0
    left=$(find "$root/usr" -type f 2>/dev/null || true)
    [[ -z "$left" ]] || { echo "left behind: $left"; exit 1; }
fi
echo "packages: $(du -ch "${packages[@]}" | tail -1 | cut -f1)"
