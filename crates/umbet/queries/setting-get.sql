select units, hand, light, arm_span_m, forearm_m, hand_span_mm, four_fingers_mm, schools, knows, version from setting where id = 1
