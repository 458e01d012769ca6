//! Wind: Beaufort numbers, speed, pressure.

/// Air at 15 °C and sea level, kg/m³.
const AIR: f64 = 1.225;

/// Wind speed of a Beaufort number, m/s: v = 0.836 B^(3/2) (WMO).
pub fn beaufort_speed(number: u8) -> f64 {
    0.836 * f64::from(number).powf(1.5)
}

/// Dynamic pressure, Pa: q = ½ρv².
pub fn pressure(speed: f64) -> f64 {
    0.5 * AIR * speed * speed
}
