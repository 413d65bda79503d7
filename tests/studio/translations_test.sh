#!/usr/bin/env bash
# SPDX-License-Identifier: MIT
# The file of translations has every text of the window, each translated; tools/refresh-translations adds new ones.
set -euo pipefail
source_dir=$1
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
for file in "$source_dir"/studio/translations/*.ts; do
    copy=$work/$(basename "$file")
    cp "$file" "$copy"
    /usr/lib/qt6/bin/lupdate -silent -no-obsolete -locations none "$source_dir/studio" -ts "$copy" 2>"$work/log"
    if grep -q 'type="unfinished"' "$copy"; then
        echo "FAILED: $(basename "$file") lacks translations: run tools/refresh-translations, then translate these:"
        grep -B1 'type="unfinished"' "$copy" | grep '<source>'
        exit 1
    fi
    if ! cmp -s "$file" "$copy"; then
        echo "FAILED: $(basename "$file") has texts that the window no longer has: run tools/refresh-translations"
        diff "$file" "$copy" | head -20
        exit 1
    fi
done
