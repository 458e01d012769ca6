select units, hand, light, arm_span_m, forearm_m, hand_span_mm, four_fingers_mm, foot_mm, pace_m, schools, knows, version
from setting where id = 1
