" SPDX-License-Identifier: MIT
" Made by leap editor-files.
if exists("b:current_syntax") | finish | endif
syntax keyword leapWord about accent adding after along amount and answering any at
syntax keyword leapWord authority back base bob body boost bounce box brake buffer
syntax keyword leapWord button cap capsule carried charges cling collect cooldown counter curve
syntax keyword leapWord cut cuts damping dial drag drain drawn drive eased emit
syntax keyword leapWord end except eyes face fading fail falling far finish fixture
syntax keyword leapWord fly focus follow for force freeze friction from front gain
syntax keyword leapWord gate glows go gravity grip grow hand hands height here
syntax keyword leapWord hidden hinge hitbox hold home in is keep key lag
syntax keyword leapWord launch layer lean left length let limit line link linked
syntax keyword leapWord locked loose mark mass meter most motor move moving near
syntax keyword leapWord not of on once or over pad path per phase
syntax keyword leapWord pitch points pose probe prompt push radius reach reading reel
syntax keyword leapWord refill remember respawn return right rising rope rumble say seat
syntax keyword leapWord shake shaped share short slack slide slider solid sound spawn
syntax keyword leapWord speed spend sphere spring square squash stance start stays steer
syntax keyword leapWord steering step stiffness stop stopping swing tag tape teleport tell
syntax keyword leapWord then throw tied to towards trail transparency travel turn turned
syntax keyword leapWord untag until upright use vertical_speed walkable watch wears weight wheels
syntax keyword leapWord when with within without zoom
syntax keyword leapSense abs airborne airborne_time along_x along_y amount_of at_stop blocked bump_speed bumped
syntax keyword leapSense by_has by_lacks ceil clamp clear completed cos depth direction direction_of
syntax keyword leapSense distance dot entered exit_room failed feet flat floor focused forward
syntax keyword leapSense grabbed ground_grip ground_normal ground_velocity grounded grounded_time hand_velocity has heard held
syntax keyword leapSense held_time hinge_angle hit holder_has holder_lacks holder_look holder_place home_place horizontal_speed in_left_hand
syntax keyword leapSense in_sight inside is_held landed landing_speed left_ground let_go link_middle link_place link_room
syntax keyword leapSense load look max min mix noise normal own_ahead own_front own_left
syntax keyword leapSense own_middle own_place own_speed own_up own_velocity path_ahead phase_time pick place place_of
syntax keyword leapSense point press_length pressed progress reached released respawned resting ridden round
syntax keyword leapSense seated sent_by shape side sign sin slider_offset slip_angle slope spawned
syntax keyword leapSense sqrt stance_time stands_on stick stick_ahead stick_of stick_side stop_number struck submerged
syntax keyword leapSense sunk target target_place taut there told touched touched_by touching up
syntax keyword leapSense used used_in_hand velocity view_ahead view_right wall_normal was_cut wheels_down x y
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
