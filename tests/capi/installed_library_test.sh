#!/usr/bin/env bash
# SPDX-License-Identifier: MIT
# Installs libleap into a folder and uses it from there as outsiders would: the C89 program of docs/libleap.md over pkg-config, shared
# and static; the same header in C++; Python over ctypes.
set -euo pipefail
build=$1
source=$2
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
for component in libleap libleap-dev; do
    cmake --install "$build" --component "$component" --prefix "$work/installed" >/dev/null
done
lib=$(dirname "$(find "$work/installed" -name libleap.so)")
export PKG_CONFIG_PATH="$lib/pkgconfig"
export LD_LIBRARY_PATH="$lib"
read -ra flags < <(pkg-config --cflags --libs easyleap)
sed -n '/^```c$/,/^```$/p' "$source/docs/libleap.md" | sed '/^```/d' >"$work/client.c"
cc -std=c89 -pedantic -Wall -Wextra -Werror "$work/client.c" "${flags[@]}" -o "$work/client"
[[ "$("$work/client")" == "top 1.25 m, landed 1" ]]
cc -std=c89 -I"$work/installed/include" "$work/client.c" "$lib/libleap.a" -lstdc++ -lm -lpthread \
    -o "$work/static_client"
[[ "$("$work/static_client")" == "top 1.25 m, landed 1" ]]
c++ -std=c++11 -pedantic -Wall -Wextra -Werror -fsyntax-only -I"$work/installed/include" -x c++ \
    "$work/client.c"
python3 "$source/tests/capi/ctypes_client.py" "$lib/libleap.so"
needed=$(readelf -d "$lib/libleap.so" | sed -n 's/.*NEEDED.*\[\(.*\)\]/\1/p' | sort | tr '\n' ' ')
[[ "$needed" == "libc.so.6 libgcc_s.so.1 libm.so.6 libstdc++.so.6 " ]] || { echo "libleap needs more: $needed"; exit 1; }
strip -o "$work/stripped.so" "$lib/libleap.so"
size=$(stat -c %s "$work/stripped.so")
((size < 3000000)) || { echo "libleap has grown to $size bytes"; exit 1; }
foreign=$(nm -D --defined-only "$lib/libleap.so" | awk '{print $3}' | grep -v '^leap_\|^LEAP_' || true)
[[ -z "$foreign" ]] || { echo "libleap shows more than its interface: $foreign"; exit 1; }
echo "libleap: $size bytes"
# The tutorial's game, with the project that it begins with, and after the change that it tells.
sed -n '/^```c$/,/^```$/p' "$source/docs/manual/05-into-a-game.md" | sed '/^```/d' >"$work/game.c"
cc -Wall -Werror "$work/game.c" "${flags[@]}" -o "$work/hopper"
"$build/bin/leap" new --kind third-person "$work/my-game" >/dev/null
[[ "$(cd "$work" && ./hopper)" == "top 2.00 m" ]]
sed -i 's/rise        = 2 m/rise        = 3 m/' "$work/my-game/runner.leap"
[[ "$(cd "$work" && ./hopper)" == "top 3.00 m" ]]
# The game beside the examples, as an outsider builds it.
cmake -S "$source/examples/little-quay/game" -B "$work/game" -DCMAKE_PREFIX_PATH="$work/installed" \
    -DCMAKE_BUILD_TYPE=Release >/dev/null
cmake --build "$work/game" >/dev/null
"$work/game/little_quay" "$source/examples/little-quay/keeper.leap" --headless
sed 's/time_to_top = 0.36 s/time_to_top = 0.16 s/; s/rise        = 2 m/rise        = 0.3 m/; s/burst_time  = 0.16 s/burst_time  = 0.05 s/' "$source/examples/little-quay/keeper.leap" >"$work/low.leap"
if "$work/game/little_quay" "$work/low.leap" --headless; then echo "a lower hop and a shorter dash should fall short"; exit 1; fi
sed 's/burst_speed = 16 m/burst_speed = 16 s/' "$source/examples/little-quay/keeper.leap" >"$work/broken.leap"
"$work/game/little_quay" "$work/broken.leap" --headless 2>"$work/said" && exit 1
grep -q "keeper.leap:" "$work/said" || { cat "$work/said"; exit 1; }
