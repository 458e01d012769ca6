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

/// Gust over mean wind inland (wind-loading handbooks, recalled).
pub const GUST: f64 = 1.4;

/// Speed of the gusts of a Beaufort number, m/s.
pub fn gust_of(number: u8) -> f64 {
    GUST * beaufort_speed(number)
}
