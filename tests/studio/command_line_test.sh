#!/usr/bin/env bash
# SPDX-License-Identifier: MIT
# Calls leap and easy-leap as a user does, and looks at exit codes and words.
set -uo pipefail
leap=$1
studio=$2
source_dir=$3
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
failed=0
quay=$source_dir/examples/lantern-quay

# expect CODE WORDS COMMAND...: the exit code, and words that stand in what is printed.
expect() {
    local code=$1 words=$2
    shift 2
    local out status
    out=$("$@" 2>&1)
    status=$?
    if [[ $status -ne $code || "$out" != *"$words"* ]]; then
        echo "FAILED: $*"
        echo "  exit $status, wanted $code; wanted words: $words"
        echo "  printed: ${out:0:600}"
        failed=1
    fi
}

expect 0 "0 missed" "$leap" check "$quay" --marks
expect 2 "PROJECT" "$leap" check
expect 2 "subcommand" "$leap" nonsense
expect 2 "rate" "$leap" run "$quay" --tape "quay loop" --rate 7
expect 1 "leap new" "$leap" check "$work/none"
expect 0 "created" "$leap" new "$work/mine"
expect 1 "not empty" "$leap" new "$work/mine"
expect 0 "1 marks met, 0 missed" "$leap" check "$work/mine" --marks
expect 0 "hop_height" "$leap" run "$work/mine" --tape "first hop" --rate 30
expect 0 "2.4 m" "$leap" run "$work/mine" --tape "first hop" --set hop.rise="2.4 m"
expect 1 "MISSED" "$leap" run "$work/mine" --tape "first hop" --set hop.rise="2.4 m" --marks
expect 1 "hop.rise: expected m, got s" "$leap" run "$work/mine" --tape "first hop" --set hop.rise="2 s"
expect 0 "leap 0." "$leap" --version
for kind in third-person first-person plane-locked vehicle; do
    expect 0 "created" "$leap" new "$work/$kind" --kind "$kind"
    expect 0 "0 missed" "$leap" check "$work/$kind" --marks
done
expect 0 "This is right:" "$leap" explain-message E0201
expect 0 "E0101  A name is unknown" "$leap" explain-message
expect 1 "unknown code 'E9'" "$leap" explain-message E9
expect 2 "plane-locked" "$leap" new "$work/other" --kind submarine
sed -i 's/"format": 2/"format":   2/' "$work/vehicle/tapes/over-the-ramp.tape.json"
expect 0 "formatted" "$leap" format "$work/vehicle/tapes/over-the-ramp.tape.json"
expect 0 "" "$leap" format "$work/vehicle/tapes/over-the-ramp.tape.json"
sed -i 's/"rate": 120/"rate": 120, "rat": 3/' "$work/vehicle/tapes/over-the-ramp.tape.json"
expect 1 "would be lost" "$leap" format "$work/vehicle/tapes/over-the-ramp.tape.json"
expect 1 "--tape NAME or --all" "$leap" run "$work/mine"
expect 0 "lamp round: " "$leap" run "$quay" --all --reading lamps_lit
expect 1 "did you mean 'hop_height" "$leap" run "$work/mine" --all --reading hop_hight
expect 0 "entered water" "$leap" run "$quay" --tape "slip round" --events Water
expect 1 "expected --tape NAME" "$leap" run "$work/mine" --all --trace "$work/t.csv"
expect 1 "outside the range" "$leap" run "$work/mine" --tape "first hop" --set hop.rise="99 m"
expect 1 "did you mean 'hop.rise'?" "$leap" run "$work/mine" --tape "first hop" --set hop.rsie="2 m"
expect 1 "did you mean 'first hop'?" "$leap" run "$work/mine" --tape "frist hop"
expect 0 '"readings"' "$leap" run "$work/mine" --tape "first hop" --json
expect 0 "refuses grounded within" "$leap" explain "$work/mine" --tape "first hop" --at 1.0
expect 1 "expected times within the tape" "$leap" explain "$work/mine" --tape "first hop" --at 99
expect 0 "0.800 s  jump pressed" "$leap" explain "$work/mine" --tape "first hop" --from 0.5 --to 2 --move hop
expect 0 "0.800 to 1.160 s  in phase rise_up" "$leap" explain "$work/mine" --tape "first hop" --from 0.5 --to 2 --move hop
# A stun of 0.9 s from 1.2465 s on ends at its instant, not at a tick.
expect 0 "1.696 to 2.146 s  \"stunned\"" "$leap" explain "$quay" --tape boom --from 0 --to 3 --move hop
expect 0 "2.146 to 2.221 s  ready" "$leap" explain "$quay" --tape boom --from 0 --to 3 --move hop
expect 0 '"fixture": "net house door"' "$leap" run "$quay" --tape "lamp round" --json
expect 0 "needs ground" "$leap" explain "$quay" --tape "three hops" --from 0.2 --to 2.6 --move charged_hop
expect 0 "0.500 to 0.800 s  ready" "$leap" explain "$work/mine" --tape "first hop" --from 0.5 --to 0.8 --move hop
expect 1 "expected times within the tape" "$leap" explain "$work/mine" --tape "first hop" --from 2 --to 1 --move hop
expect 0 "at 1.000 s" "$leap" explain "$work/mine" --tape "first hop" --at 1.0 --state "$work/state.json"
expect 0 '"last_landed": ' cat "$work/state.json"
expect 2 "expected --at SECONDS with --state" "$leap" explain "$work/mine" --tape "first hop" --from 1 --to 2 --move hop --state "$work/state.json"
expect 2 "expected --move NAME or --fixture" "$leap" explain "$work/mine" --tape "first hop" --from 1 --to 2
expect 2 "expected --at SECONDS, or" "$leap" explain "$work/mine" --tape "first hop"
expect 2 "requires" "$leap" explain "$work/mine" --tape "first hop" --from 1 --move hop
expect 1 "unknown move 'leap'" "$leap" explain "$work/mine" --tape "first hop" --at 1 --move leap
expect 0 "" "$leap" run "$work/mine" --tape "$work/mine/tapes/first-hop.tape.json" --trace "$work/trace.csv"
head -1 "$work/trace.csv" | grep -q '^tick,time_s,x_m' || { echo "FAILED: the trace has no head line"; failed=1; }
expect 1 "can't be written" "$leap" run "$work/mine" --tape "first hop" --trace "$work/no/such/trace.csv"

expect 0 "no focus: 4" "$leap" explain "$quay" --tape "lamp round" --at 1.5 --fixture "door lever"
expect 0 "go opening when used" "$leap" explain "$quay" --tape "lamp round" --at 1.0 --fixture "net house door"
expect 1 "unknown fixture" "$leap" explain "$quay" --tape "lamp round" --at 1.0 --fixture "nothing"

# Formatting leaves laid-out files alone and refuses what it can't read.
cp "$work/mine/runner.leap" "$work/copy.leap"
expect 0 "" "$leap" format "$work/mine/runner.leap"
expect 0 "" "$leap" format "$work/mine/runner.leap"
printf 'move hop on {' > "$work/bad.leap"
expect 1 "bad.leap:1:" "$leap" format "$work/bad.leap"
expect 1 "can't be read" "$leap" format "$work/none.leap"

expect 0 "" "$leap" format "$quay/quay.course.json"

# What leaps from piece to piece, with the dials as they are.
expect 0 "reaches" "$leap" reach "$quay" --from "long quay 1" --to "long quay 2, after 2 m"
expect 1 "m short" "$leap" reach "$quay" --from "long quay 1" --to "crane landing"
expect 1 "did you mean 'long quay 1'?" "$leap" reach "$quay" --from "long quay l" --to "crane landing"

# Sweeps: shards on as many processes as there are, put together again, are the same bytes as in one go.
hop=$work/mine
sweep=(sweep "$hop" --tape "first hop" --dial hop.rise=1m..3m:7 --dial hop.time_to_top=0.3s..0.5s:5 --quiet)
expect 0 "" "$leap" "${sweep[@]}" --csv "$work/whole.csv"
parallel --jobs 2 "$leap" "${sweep[@]@Q}" --shard {}/4 --csv "$work/part{}.csv" ::: 1 2 3 4 2>/dev/null
expect 0 "" "$leap" sweep --merge "$work/part3.csv" --merge "$work/part1.csv" --merge "$work/part4.csv" \
    --merge "$work/part2.csv" --csv "$work/merged.csv"
cmp -s "$work/whole.csv" "$work/merged.csv" || { echo "FAILED: shards differ from the whole"; failed=1; }
expect 1 "are missing" "$leap" sweep --merge "$work/part1.csv" --merge "$work/part2.csv"
expect 1 "did you mean 'hop.rise'?" "$leap" sweep "$hop" --dial hop.rsie=1m..2m
expect 2 "expected a part like 2/8" "$leap" sweep "$hop" --dial hop.rise=1m..2m --shard 9/8

# Searches say what they found, and with their exit code whether it is what was wished.
expect 0 "holds   hop_height" "$leap" solve "$hop" --dial hop.rise --goal "hop_height = 2.4 m"
expect 1 "at its upper bound 2 m" "$leap" solve "$hop" --dial hop.rise=1m..2m --goal "hop_height = 3 m"
expect 1 "did you mean 'hop_height'?" "$leap" solve "$hop" --dial hop.rise --goal "hop_hieght = 3 m"
expect 0 "hop.rise " "$leap" sensitivity "$hop" --reading hop_height
expect 0 "press of jump" "$leap" leeway "$hop" --tries 20
expect 0 "hop.rise = 2.55 m" "$leap" trial "$quay" "hop as measured"
expect 0 "2 of 2 goals met" "$leap" trial "$quay" "light hop" --quiet
expect 1 "did you mean 'light hop'?" "$leap" trial "$quay" "lihgt hop"
expect 0 "gaps of the quay" "$leap" trial "$quay"
expect 0 "not played yet" "$leap" trial "$quay"
expect 1 "played by hand" "$leap" trial "$quay" "floaty or snappy"
expect 0 "found:" "$leap" find-way "$quay" --from "rope loft" --to "loft 1.2 m" --quiet --write "$work/way.tape.json"
expect 0 "hash" "$leap" run "$quay" --tape "$work/way.tape.json"
expect 1 "no route found in" "$leap" find-way "$quay" --from "gull stand" --to "far gull rock" --without dash --tries 2000 --quiet
expect 1 "did you mean 'moth islet'?" "$leap" find-way "$quay" --from "first lantern" --to "moth islt"
expect 1 "did you mean 'dash'?" "$leap" find-way "$quay" --from "rope loft" --to "loft 1.2 m" --without dahs
expect 2 'unknown unit "m" of s' "$leap" fit "$quay" --tape "three hops" --dial hop.rise --measured "$quay/measured/hop.csv" --time-unit m
printf 'time,height\n0,1\n1,nan\n' > "$work/bad.csv"
expect 1 "bad.csv:3:" "$leap" fit "$hop" --tape "first hop" --dial hop.rise --measured "$work/bad.csv"
expect 1 "unknown tuning" "$leap" solve "$hop" --tuning none --dial hop.rise --goal "hop_height = 2 m"

# Against a revision: what changed, which dials did it; exit code 1 when readings changed.
expect 1 "can't be compared with a revision" env GIT_CEILING_DIRECTORIES="$work" "$leap" compare "$hop" --against HEAD
git -C "$hop" init -q && git -C "$hop" add -A
git -C "$hop" -c user.name=a -c user.email=a@b.c commit -qm first
expect 0 "no reading changed" "$leap" compare "$hop" --against HEAD
sed -i 's/rise        = 2 m/rise        = 2.6 m/' "$hop/runner.leap"
expect 1 "dial hop.rise: 2 m -> 2.6 m" "$leap" compare "$hop" --against HEAD --html "$work/diff.html"
grep -q "<svg" "$work/diff.html" || { echo "FAILED: the page has no pictures"; failed=1; }
expect 1 "can't be written" "$leap" compare "$hop" --against HEAD --html "$work/no/such/page.html"
sed -i 's/rise        = 2.6 m/rise        = 2 m/' "$hop/runner.leap"
expect 0 "" "$leap" report "$hop" --tape "first hop" --html "$work/run.html"

# A mistake in the script: place, reason, hint, exit code 1.
sed -i 's/gravity pull/gravity rise/' "$work/mine/runner.leap"
expect 1 "error E0201: gravity: expected m/s²" "$leap" check "$work/mine"

# The same JSON for the same run.
"$leap" run "$quay" --tape "quay loop" --json | grep '"hash"' > "$work/one"
"$leap" run "$quay" --tape "quay loop" --json | grep '"hash"' > "$work/two"
cmp -s "$work/one" "$work/two" || { echo "FAILED: two runs, two hashes"; failed=1; }

# Shared play: what differs and why; a missed mark fails the call.
expect 0 "it was sent at 0.90 s to the connected peers; Peer 2 joined later" "$leap" wire "$quay" --rehearsal "lever and door"
expect 0 "press_to_seen" "$leap" wire "$quay" --rehearsal "catch and shove" --set-link "Pip.delay=0.1" --set-link seed=4
expect 0 "marks met, 0 missed" "$leap" check "$quay" --marks --junit "$work/marks.xml" --sarif "$work/messages.sarif"
expect 0 'testsuites name="Lantern Quay" tests="' cat "$work/marks.xml"
expect 0 '"results": []' cat "$work/messages.sarif"
cp -r "$quay" "$work/broken"
sed -i 's/burst_time  = 0.17 s /burst_time  = 0.17 m /' "$work/broken/moves/dash.leap"
expect 1 "dash.leap:5" "$leap" check "$work/broken" --sarif "$work/messages.sarif"
expect 0 'broken/moves/dash.leap"' cat "$work/messages.sarif"
expect 0 '"startLine": 5' cat "$work/messages.sarif"
sed -i 's/burst_time  = 0.17 m /burst_time  = 0.4 s /' "$work/broken/moves/dash.leap"
expect 1 "MISSED" "$leap" check "$work/broken" --marks --junit "$work/marks.xml"
expect 0 '<failure message="dash_distance is' cat "$work/marks.xml"
expect 1 "marks.xml" "$leap" check "$quay" --junit "$work/no folder/marks.xml"
"$leap" run "$quay" --tape "three hops" --trace "$work/hops.csv" >/dev/null
expect 0 "0 of " "$leap" conform "$quay" --tape "three hops" --measured "$work/hops.csv" --tolerance 0.00001
"$leap" run "$quay" --tape "three hops" --set hop.rise="2.3 m" --trace "$work/hops.csv" >/dev/null
expect 1 "in hop.rise_up" "$leap" conform "$quay" --tape "three hops" --measured "$work/hops.csv"
expect 1 '"conforms": false' "$leap" conform "$quay" --tape "three hops" --measured "$work/hops.csv" --json
expect 1 "unknown character" "$leap" conform "$quay" --tape "three hops" --measured "$work/hops.csv" --character Pip
expect 0 "leap.tmLanguage.json" "$leap" editor-files "$work/editors"
expect 0 "hop.scxml" "$leap" export "$quay" --moves "$work/moves.json" --charts "$work/charts" --dials "$work/dials.csv"
expect 0 "dial,value,low,high,meaning,floaty,snappy" cat "$work/dials.csv"
expect 0 "run.gltf" "$leap" export "$quay" --gltf "$work/run.gltf" --tape "three hops"
expect 2 "expected --tape NAME" "$leap" export "$quay" --gltf "$work/run.gltf"
expect 2 "expected at least one of" "$leap" export "$quay"
expect 1 "no such folder" "$leap" export "$quay" --dials "$work/no such folder/dials.csv"
expect 0 "every mark holds with Peer 1.delay from 0.02" "$leap" wire "$quay" --rehearsal "two at the buoy" --sweep "Peer 1.delay=0.02..0.3:4" --csv "$work/sweep.csv"
expect 0 "Peer 1.delay,differing," cat "$work/sweep.csv"
expect 1 "no value of behind" "$leap" wire "$quay" --rehearsal "two at the buoy" --sweep "behind=0..0.1:2" --set-link "Peer 1.delay=1"
expect 2 "expected --rehearsal NAME" "$leap" wire "$quay" --sweep "behind=0..0.1:2"
expect 2 "write it like" "$leap" wire "$quay" --rehearsal "two at the buoy" --sweep "behind"
expect 0 "buoy: held by Host at Host, held by Peer 1 at Peer 1 from 0.67 s" "$leap" wire "$quay" --rehearsal "two at the buoy"
expect 0 "lantern of one's own" "$leap" wire "$quay" --rehearsal "a lantern of one's own" --traffic "$work/lantern.wiretraffic"
expect 0 "welcome as character 2 of 2" "$leap" traffic "$work/lantern.wiretraffic" --peer "Peer 1"
expect 1 "did you mean 'Peer 1'?" "$leap" traffic "$work/lantern.wiretraffic" --peer "Peer 2"
expect 2 "expected --rehearsal NAME with --traffic" "$leap" wire "$quay" --traffic "$work/all.wiretraffic"
head -c 3000 "$work/lantern.wiretraffic" >"$work/cut.wiretraffic"
expect 1 "the recording ends inside a message" "$leap" traffic "$work/cut.wiretraffic"
expect 1 "doesn't begin with LEAPWIRE" "$leap" traffic "$quay/wick.leap"
expect 0 '"readings"' "$leap" wire "$quay" --rehearsal "lever and door" --json
expect 1 "missed" "$leap" wire "$quay" --rehearsal "lever and door" --set-link "Peer 1.delay=0.4" --set-link "Peer 1.loss=0.4"
expect 1 "did you mean" "$leap" wire "$quay" --rehearsal "lever and dor"
expect 2 "expected a number" "$leap" wire "$quay" --rehearsal "lever and door" --set-link "Peer 1.delay=slow"

# What shells and the manual are told of the calls.
"$leap" completion bash > "$work/leap.bash"
completes() {  # WORDS-SO-FAR... WANTED: the last word of the call is completed to WANTED
    local wanted=${*: -1} found
    found=$(bash -c 'source "$1"; shift; COMP_WORDS=("${@:1:$#-1}"); COMP_CWORD=$((${#COMP_WORDS[@]} - 1)); _leap; echo "${COMPREPLY[*]}"' - "$work/leap.bash" "$@")
    [[ " $found " == *" $wanted "* ]] || { echo "FAILED: ${*:1:$#-1} is completed to: $found"; failed=1; }
}
completes leap sens sensitivity
completes leap run --ev --events
completes leap find-way --ma --margins
(cd "$source_dir" && completes leap check exa examples)
expect 0 "#compdef leap" "$leap" completion zsh
expect 0 "__fish_seen_subcommand_from run' -l events -r" "$leap" completion fish
expect 2 "bash" "$leap" completion tcsh
expect 0 ".SS leap find\\-way" "$leap" manual
"$leap" manual >"$work/manual"
grep -q "^\.B ..tape\|^\.B \\\\-\\\\-tape" "$work/manual" || { echo "FAILED: the manual has no --tape"; failed=1; }

# The window: without a display it says what to do instead; a picture is made all the same.
expect 1 "--picture FILE.png" env -u DISPLAY -u WAYLAND_DISPLAY -u QT_QPA_PLATFORM "$studio" "$quay"
expect 0 "" "$studio" --picture "$work/window.png" --at 1.1 "$quay"
[[ $(head -c 4 "$work/window.png" | tail -c 3) == PNG ]] || { echo "FAILED: no picture"; failed=1; }
expect 0 "" "$studio" --report "$work/report.html" --tape "sail alley" "$quay"
grep -q "<svg" "$work/report.html" || { echo "FAILED: the report has no pictures"; failed=1; }
expect 1 "tape" "$studio" --report "$work/report.html" --tape "nowhere" "$quay"
expect 0 "run.wav" "$leap" export "$quay" --sound "$work/run.wav" --tape "quay loop"
[[ $(head -c 4 "$work/run.wav") == RIFF ]] || { echo "FAILED: no sounds"; failed=1; }
expect 1 "tape" "$studio" --picture "$work/none.png" --tape "no such tape" "$quay"
expect 2 "unknown desk" "$studio" --picture "$work/none.png" --desk kitchen "$quay"
expect 1 "leap new" "$studio" --picture "$work/none.png" "$work/none"

exit $failed
