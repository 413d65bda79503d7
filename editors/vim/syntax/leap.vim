" SPDX-License-Identifier: MIT
" Made by leap editor-files.
if exists("b:current_syntax") | finish | endif
syntax keyword leapWord about accent adding after along and answering at back base
syntax keyword leapWord blow bob body boost bounce box brake buffer button by
syntax keyword leapWord cap capsule carried charges cling cooldown counter curve cut cuts
syntax keyword leapWord damping dial drag drain drawn drive eased emit end eyes
syntax keyword leapWord face fading fail falling far finish fixture fly focus follow
syntax keyword leapWord for freeze friction from front gain gate gauge glows go
syntax keyword leapWord gravity grip grow hand hands height here hidden hinge hold
syntax keyword leapWord home in is keep key lag launch lean left length
syntax keyword leapWord let limit line link linked locked loose mark mass meter
syntax keyword leapWord most motor move moving near not of on or over
syntax keyword leapWord pad path per phase pitch points pose probe prompt push
syntax keyword leapWord radius reach reading reel refill remember respawn return right rising
syntax keyword leapWord rope rumble say seat seen shake shaped share short slack
syntax keyword leapWord slide slider solid sound sparing spawn speed spend sphere spring
syntax keyword leapWord square squash stance start stays steer steering step stiffness stop
syntax keyword leapWord stopping strike swing tag tape teleport tell then through throw
syntax keyword leapWord tied to towards trail travel turn turned untag until upright
syntax keyword leapWord use walkable wears weight wheels when with within without zoom
syntax keyword leapSense abs airborne airborne_time along_x along_y amount_of at_stop blocked bump_speed bumped
syntax keyword leapSense by_has by_lacks ceil clamp clear completed cos depth direction distance
syntax keyword leapSense dot entered exit_room failed feet flat floor focused forward grabbed
syntax keyword leapSense ground_grip ground_normal ground_velocity grounded grounded_time hand_velocity has heard held held_time
syntax keyword leapSense hinge_angle hit holder_has holder_lacks holder_look holder_place home_place in_left_hand in_sight inside
syntax keyword leapSense is_held lacks landed landing_speed left_ground let_go link_middle link_place link_room load
syntax keyword leapSense look max min mix noise normal own_ahead own_front own_left own_middle
syntax keyword leapSense own_place own_speed own_up own_velocity path_ahead phase_time pick place place_of point
syntax keyword leapSense press_length pressed reached released respawned resting ridden round seated sent_by
syntax keyword leapSense shape share_in side sign sin slider_way slip_angle slope spawned sqrt
syntax keyword leapSense stance_time stands_on stick stick_ahead stick_of stick_side stop_number struck sunk target
syntax keyword leapSense target_place taut there told touched touched_by touching up used used_in_hand
syntax keyword leapSense velocity view_ahead view_right wall_normal was_cut way_of wheels_down x y
syntax match leapNumber /\<\d\+\(\.\d\+\)\?\>/
syntax match leapUnit /\(\d\s*\)\@<=\(km\|cm\|mm\|m\|ms\|s\|h\|frames\|deg\|rad\|turns\|kg\|t\|kN\|Nm\|N\)\>\([\/^]\w\+\)*\|\(\d\s*\)\@<=%/
syntax region leapString start=/"/ end=/"/ oneline
syntax match leapComment /#.*$/
highlight default link leapWord Statement
highlight default link leapSense Function
highlight default link leapNumber Number
highlight default link leapUnit Type
highlight default link leapString String
highlight default link leapComment Comment
let b:current_syntax = "leap"
