//! Wind and rain over the next days. [`Forecasts`] is what any service answers; [`Simulated`] is the one that ships:
//! it needs no network, says the same for the same hour, and says that it is simulated.

use jiff::{Timestamp, ToSpan, Unit};
use serde::Serialize;
use utoipa::ToSchema;

/// Some hours of weather.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Spell {
    /// When it begins, UTC.
    pub from: String,
    /// Mean wind, m/s.
    pub wind_ms: f64,
    /// Gusts, m/s.
    pub gust_ms: f64,
    /// Beaufort number of the mean wind.
    pub beaufort: u8,
    /// Where it comes from, degrees from north through east.
    pub from_deg: f64,
    /// Rain in these hours, millimetres.
    pub rain_mm: f64,
}

/// A forecast.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Forecast {
    /// Who says so.
    pub by: String,
    /// Nobody measured anything: it is made up, to plan by in a class.
    pub simulated: bool,
    /// Hours a spell lasts.
    pub hours: u8,
    /// Spells, soonest first.
    pub spells: Vec<Spell>,
}

/// A service that forecasts wind and rain.
pub trait Forecasts: Send + Sync {
    /// The next three days from an hour on.
    fn next_days(&self, from: Timestamp) -> Forecast;
}

/// The stand-in: a low passes every three days or so, over the day's own breeze.
#[derive(Debug, Clone, Copy, Default)]
pub struct Simulated;

/// Hours a spell lasts.
const HOURS: i64 = 6;
/// Spells told.
const SPELLS: i64 = 12;

impl Forecasts for Simulated {
    fn next_days(&self, from: Timestamp) -> Forecast {
        let first = from.as_second() / (HOURS * 3600);
        let spells = (first..first + SPELLS).map(spell).collect();
        Forecast { by: "Umbet, simulated".into(), simulated: true, hours: HOURS as u8, spells }
    }
}

/// Spell number `n` since 1970.
fn spell(n: i64) -> Spell {
    let days = n as f64 * HOURS as f64 / 24.0;
    let low = (std::f64::consts::TAU * days / 3.1).sin().max(0.0);
    let breeze = (std::f64::consts::TAU * (days - 0.35)).sin().max(0.0);
    let wind_ms = tenth(3.0 + 9.0 * low * low + 2.5 * breeze + 1.5 * chance(n));
    let gust_ms = tenth(wind_ms * (1.3 + 0.3 * chance(n + 7)));
    let rain_mm = if low > 0.5 { tenth(9.0 * (low - 0.5) * (0.4 + chance(n + 13))) } else { 0.0 };
    // The wind backs before a low and veers behind it, from south to north-west (common practice).
    let from_deg = (250.0 - 70.0 * (std::f64::consts::TAU * days / 3.1).cos() + 20.0 * (chance(n + 3) - 0.5)).round();
    Spell { from: begins(n), from_deg, wind_ms, gust_ms, beaufort: beaufort(wind_ms), rain_mm }
}

fn begins(n: i64) -> String {
    let at = Timestamp::UNIX_EPOCH.checked_add((n * HOURS).hours());
    at.and_then(|t| t.round(Unit::Minute)).map_or_else(|_| String::new(), |t| t.to_string())
}

/// A number from 0 to 1 that is the same for the same `n`.
fn chance(n: i64) -> f64 {
    let mixed = (n as u64).wrapping_mul(0x9e37_79b9_7f4a_7c15);
    (mixed >> 40) as f64 / f64::from(1u32 << 24)
}

fn tenth(x: f64) -> f64 {
    (x * 10.0).round() / 10.0
}

/// The Beaufort number whose speed, 0.836 B^1.5 (WMO), is nearest.
fn beaufort(ms: f64) -> u8 {
    let apart = |b: &u8| (umbet_core::statics::wind::beaufort_speed(*b) - ms).abs();
    (0..=12u8).min_by(|a, b| apart(a).total_cmp(&apart(b))).unwrap_or(12)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn it_says_the_same_for_the_same_hour_and_gusts_are_more_than_wind() {
        let at = |s: i64| Simulated.next_days(Timestamp::from_second(s).expect("an hour"));
        let now = at(1_796_000_000);
        assert_eq!(now, at(1_796_000_000 + 60));
        assert!(now.simulated && now.spells.len() == 12);
        for s in &now.spells {
            assert!((0.0..=360.0).contains(&s.from_deg), "{s:?}");
            assert!(s.gust_ms >= s.wind_ms && s.gust_ms < 30.0 && s.rain_mm >= 0.0 && s.from.ends_with('Z'), "{s:?}");
        }
        let later = at(1_796_000_000 + 6 * 3600);
        assert_eq!(now.spells[1..], later.spells[..11]);
    }

    /// WMO: Beaufort 5 is 8.0 to 10.7 m/s, 8 is 17.2 to 20.7.
    #[test]
    fn beaufort_numbers_are_those_of_the_scale() {
        assert_eq!([0.1, 9.3, 12.3, 18.9].map(beaufort), [0, 5, 6, 8]);
    }
}
