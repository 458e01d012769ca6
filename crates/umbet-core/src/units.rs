//! Typed quantities and how they are read aloud.
//!
//! Inside the core a length is a [`Length`] and a force a [`Force`]; bare numbers cross only at the
//! edge, where the unit is in the name (`span_m`, `diameter_mm`, `force_n`).
//!
//! Conversion factors: the inch is 25.4 mm exactly, the pound-force 4.448 221 615 260 5 N exactly
//! (international yard and pound agreement 1959, standard gravity 9.806 65 m/s²).

mod typed;

pub use typed::Quantity;

use serde::{Deserialize, Serialize};
use std::ops::{Add, Div, Mul, Sub};

/// Newtons in a pound-force, exactly.
pub const N_PER_LBF: f64 = 4.448_221_615_260_5;

/// Standard gravity, metres a second squared, exactly.
pub const G: f64 = 9.806_65;

macro_rules! quantity {
    ($(#[$doc:meta])* $name:ident, $unit:literal) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, PartialOrd, Default)]
        pub struct $name(f64);
        impl Add for $name { type Output = Self; fn add(self, o: Self) -> Self { Self(self.0 + o.0) } }
        impl Sub for $name { type Output = Self; fn sub(self, o: Self) -> Self { Self(self.0 - o.0) } }
        impl Mul<f64> for $name { type Output = Self; fn mul(self, k: f64) -> Self { Self(self.0 * k) } }
        impl Div<f64> for $name { type Output = Self; fn div(self, k: f64) -> Self { Self(self.0 / k) } }
        impl Div for $name { type Output = f64; fn div(self, o: Self) -> f64 { self.0 / o.0 } }
        impl $name {
            /// The greater of the two.
            pub fn max(self, other: Self) -> Self { Self(self.0.max(other.0)) }
        }
    };
}

quantity!(
    /// A length, kept in metres.
    Length, "m"
);
quantity!(
    /// A force, kept in newtons.
    Force, "N"
);

impl Length {
    /// From metres.
    pub const fn from_m(m: f64) -> Self {
        Self(m)
    }
    /// From millimetres.
    pub const fn from_mm(mm: f64) -> Self {
        Self(mm / 1000.0)
    }
    /// In metres.
    pub const fn m(self) -> f64 {
        self.0
    }
    /// In millimetres.
    pub const fn mm(self) -> f64 {
        self.0 * 1000.0
    }
    /// In inches.
    pub const fn inches(self) -> f64 {
        self.0 / 0.0254
    }
}

impl Force {
    /// From newtons.
    pub const fn from_n(n: f64) -> Self {
        Self(n)
    }
    /// In newtons.
    pub const fn n(self) -> f64 {
        self.0
    }
    /// In pounds-force.
    pub const fn lbf(self) -> f64 {
        self.0 / N_PER_LBF
    }
    /// The mass in kilograms that weighs this much at standard gravity.
    pub const fn kilograms_weight(self) -> f64 {
        self.0 / G
    }
}

/// An estimate between two ends, never one promised figure.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Band {
    /// The lower end.
    pub low: f64,
    /// The upper end.
    pub high: f64,
}

impl Band {
    /// A band; the ends may be given in either order.
    pub fn new(a: f64, b: f64) -> Self {
        Self { low: a.min(b), high: a.max(b) }
    }
    /// From the least of these values to the greatest.
    pub fn over(values: impl Iterator<Item = f64>) -> Self {
        let (low, high) = values.fold((f64::MAX, f64::MIN), |(a, b), v| (a.min(v), b.max(v)));
        Self { low, high }
    }

    /// Both ends multiplied by `k ≥ 0`.
    pub fn scaled(self, k: f64) -> Self {
        Self { low: self.low * k, high: self.high * k }
    }
}

/// The measures a person reads in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum UnitSystem {
    /// Metres, millimetres, newtons.
    #[default]
    Metric,
    /// Feet, inches, pounds-force.
    Imperial,
    /// Arm spans, forearms, hand spans and finger widths; forces as the weight of a mass.
    Body,
}

/// One person's body used as a tape.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BodyMeasures {
    /// Finger tip to finger tip, both arms out, metres.
    pub arm_span_m: f64,
    /// Elbow to finger tip, metres.
    pub forearm_m: f64,
    /// Thumb tip to little-finger tip, hand spread, millimetres.
    pub hand_span_mm: f64,
    /// Four fingers laid side by side, millimetres.
    pub four_fingers_mm: f64,
    /// Length of a foot in its boot.
    #[serde(default = "foot_mm")]
    pub foot_mm: f64,
    /// A walked pace, one foot to the other.
    #[serde(default = "pace_m")]
    pub pace_m: f64,
}

/// A foot in its boot where nobody measured it.
fn foot_mm() -> f64 {
    270.0
}

/// A pace where nobody measured it.
fn pace_m() -> f64 {
    0.75
}

impl Default for BodyMeasures {
    /// A middling adult: arm span about body height, four fingers about 75 mm (common practice).
    fn default() -> Self {
        Self {
            arm_span_m: 1.7,
            forearm_m: 0.45,
            hand_span_mm: 210.0,
            four_fingers_mm: 75.0,
            foot_mm: foot_mm(),
            pace_m: pace_m(),
        }
    }
}

/// How quantities are put into words for one reader.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Reader {
    /// The measures read in.
    pub units: UnitSystem,
    /// The reader's own body, used by [`UnitSystem::Body`].
    pub body: BodyMeasures,
}

impl Reader {
    /// A length along cord or across ground: `0.57 m`, `1 ft 10 in`, `1¼ forearms`.
    pub fn length(&self, l: Length) -> String {
        match self.units {
            UnitSystem::Metric if l.mm() < 299.5 => format!("{:.0} mm", l.mm()),
            UnitSystem::Metric => format!("{:.2} m", l.m()),
            UnitSystem::Imperial => feet_and_inches(l),
            UnitSystem::Body => self.body_length(l, f64::round),
        }
    }

    /// A length to cut: as [`Self::length`], never less than it takes.
    pub fn length_up(&self, l: Length) -> String {
        match self.units {
            UnitSystem::Metric => self.length(Length::from_m((l.m() * 100.0 - 1e-6).ceil() / 100.0)),
            UnitSystem::Imperial => self.length(Length::from_m((l.inches() - 1e-6).ceil() * 0.0254)),
            UnitSystem::Body => self.body_length(l, |quarters| (quarters - 1e-6).ceil()),
        }
    }

    /// A diameter or thickness: millimetres; inches to the nearest sixteenth, from four inches on to the nearest whole one.
    pub fn diameter(&self, l: Length) -> String {
        match self.units {
            UnitSystem::Imperial if l.inches() >= 4.0 => format!("{:.0} in", l.inches()),
            UnitSystem::Imperial => format!("{} in", fraction(l.inches(), 16)),
            _ if l.mm() < 10.0 && (l.mm() - l.mm().round()).abs() > 0.05 => format!("{:.1} mm", l.mm()),
            _ if l.mm() < 99.5 => format!("{:.0} mm", l.mm()),
            _ => format!("{:.0} cm", l.mm() / 10.0),
        }
    }

    /// A force, rounded to two or three figures.
    pub fn force(&self, f: Force) -> String {
        match self.units {
            UnitSystem::Metric => format!("{} N", grouped(two_figures(f.n()))),
            UnitSystem::Imperial if f.lbf() < 1.0 => format!("{:.1} lbf", f.lbf()),
            UnitSystem::Imperial => format!("{} lbf", grouped(two_figures(f.lbf()))),
            UnitSystem::Body if f.kilograms_weight() < 1.0 => {
                format!("{} g hung on it", grouped(two_figures(1000.0 * f.kilograms_weight())))
            }
            UnitSystem::Body => format!("{} kg hung on it", grouped(two_figures(f.kilograms_weight()))),
        }
    }

    /// A mass, kilograms, rounded to two or three figures.
    pub fn mass(&self, kg: f64) -> String {
        let (n, unit) = self.typed(Typed::Mass(kg));
        if n < 10.0 { format!("{n:.1} {unit}") } else { format!("{} {unit}", grouped(n)) }
    }

    /// An area: `3.2 m²`, `34 ft²`.
    pub fn area(&self, m2: f64) -> String {
        match self.units {
            UnitSystem::Imperial => format!("{:.0} ft²", m2 / 0.3048_f64.powi(2)),
            _ => format!("{m2:.1} m²"),
        }
    }

    /// Speed of wind or water: `12 m/s`, `27 mph`.
    pub fn speed(&self, ms: f64) -> String {
        match self.units {
            UnitSystem::Imperial => format!("{:.0} mph", ms / MS_PER_MPH),
            _ => format!("{ms:.0} m/s"),
        }
    }

    /// Two lengths as a range, in one unit: `0.20 to 0.39 m`.
    pub fn lengths(&self, low: Length, high: Length) -> String {
        if self.units == UnitSystem::Metric && low.mm() < 299.5 && high.mm() >= 299.5 {
            return format!("{:.2} to {:.2} m", low.m(), high.m());
        }
        range(self.length(low), self.length(high))
    }

    /// Two forces as a range, in one unit, to two figures: `400 to 900 N`.
    pub fn forces(&self, band: Band) -> String {
        let band = Band { low: band.low.max(1.0), high: band.high.max(1.0) };
        range(self.force(Force::from_n(band.low)), self.force(Force::from_n(band.high)))
    }

    /// A length typed or shown in a field, in the reader's own unit: the number, and the unit's name. Thickness is typed in
    /// millimetres or inches, length of cord in metres or feet; the body's measures are no good for typing.
    pub fn typed(&self, field: Typed) -> (f64, &'static str) {
        match (field, self.units) {
            (Typed::Thickness(l), UnitSystem::Imperial) => (l.inches(), "in"),
            (Typed::Thickness(l), _) => (l.mm(), "mm"),
            (Typed::Cord(l), UnitSystem::Imperial) => (l.m() / 0.3048, "ft"),
            (Typed::Cord(l), _) => (l.m(), "m"),
            (Typed::Pull(f), UnitSystem::Imperial) => (f.lbf(), "lbf"),
            (Typed::Pull(f), _) => (f.n(), "N"),
            (Typed::Mass(kg), UnitSystem::Imperial) => (kg / KG_PER_LB, "lb"),
            (Typed::Mass(kg), _) => (kg, "kg"),
        }
    }

    /// A length to cut as it is measured off between the hands: whole arm spans, then whole hand spans, never less than it takes:
    /// `4 arm spans and 2 hands`.
    pub fn spans_and_hands(&self, l: Length) -> String {
        let hand_m = self.body.hand_span_mm / 1000.0;
        let mut spans = (l.m() / self.body.arm_span_m + 1e-9).floor();
        let mut hands = ((l.m() - spans * self.body.arm_span_m - 1e-6) / hand_m).ceil().max(0.0);
        // Hands that reach beyond a span are a span.
        if hands * hand_m > self.body.arm_span_m {
            (spans, hands) = (spans + 1.0, 0.0);
        }
        let several = |n: f64, one: &str| if n > 1.0 { format!("{n} {one}s") } else { format!("{n} {one}") };
        match (spans, hands) {
            (0.0, h) => several(h, "hand"),
            (s, 0.0) => several(s, "arm span"),
            (s, h) => format!("{} and {}", several(s, "arm span"), several(h, "hand")),
        }
    }

    /// In the member that fits, by quarters of it rounded as is asked.
    fn body_length(&self, l: Length, rounded: fn(f64) -> f64) -> String {
        let quarters = |unit_m: f64, one: &str, many: &str| {
            let n = rounded(4.0 * l.m() / unit_m);
            format!("{} {}", fraction(n / 4.0, 4), if n > 4.0 { many } else { one })
        };
        let finger_m = self.body.four_fingers_mm / 4000.0;
        match l.m() {
            m if m < self.body.hand_span_mm / 1000.0 * 0.95 => quarters(finger_m, "finger", "fingers"),
            m if m < self.body.forearm_m * 0.95 => quarters(self.body.hand_span_mm / 1000.0, "hand span", "hand spans"),
            m if m < self.body.arm_span_m * 0.95 => quarters(self.body.forearm_m, "forearm", "forearms"),
            _ => quarters(self.body.arm_span_m, "arm span", "arm spans"),
        }
    }
}

/// Metres a second in a mile an hour (international mile, 1959).
const MS_PER_MPH: f64 = 0.447_04;

/// Kilograms in a pound (international yard and pound agreement, 1959).
const KG_PER_LB: f64 = 0.453_592_37;

/// A quantity as a person types it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Typed {
    /// Of cord or an object.
    Thickness(Length),
    /// Of cord.
    Cord(Length),
    /// A force.
    Pull(Force),
    /// A mass, kilograms.
    Mass(f64),
}

/// `400 N` and `900 N` as `400 to 900 N`; one where both read alike; both whole where their units differ.
fn range(low: String, high: String) -> String {
    let unit = |s: &str| s.split_once(' ').map(|(_, u)| u.to_owned());
    match (unit(&low), unit(&high)) {
        _ if low == high => low,
        (Some(a), Some(b)) if a == b && !a.contains(char::is_numeric) => {
            format!("{} to {high}", low.split_once(' ').map_or("", |(n, _)| n))
        }
        _ => format!("{low} to {high}"),
    }
}

fn feet_and_inches(l: Length) -> String {
    let whole = l.inches().round();
    if l.inches() < 0.005 {
        return "0 in".into();
    }
    if l.inches() < 11.75 {
        return format!("{} in", fraction(l.inches(), 4));
    }
    let (feet, inches) = ((whole / 12.0).floor(), whole % 12.0);
    if inches < 0.5 { format!("{feet:.0} ft") } else { format!("{feet:.0} ft {inches:.0} in") }
}

/// `value` as a whole number and the nearest part in `parts`, upwards never below one part.
fn fraction(value: f64, parts: u32) -> String {
    let n = (value * f64::from(parts)).round().max(1.0) as u64;
    let (whole, mut top, mut bottom) = (n / u64::from(parts), n % u64::from(parts), u64::from(parts));
    while top > 0 && top.is_multiple_of(2) {
        top /= 2;
        bottom /= 2;
    }
    match (whole, top) {
        (w, 0) => w.to_string(),
        (0, t) => format!("{t}/{bottom}"),
        (w, t) => format!("{w} {t}/{bottom}"),
    }
}

fn two_figures(x: f64) -> f64 {
    if x < 1.0 {
        return x;
    }
    let step = 10f64.powf((x.log10().floor() - 1.0).max(0.0));
    (x / step).round() * step
}

/// Thousands parted by a comma.
fn grouped(x: f64) -> String {
    let digits = format!("{x:.0}");
    let mut out = String::new();
    for (i, c) in digits.chars().enumerate() {
        if i > 0 && (digits.len() - i).is_multiple_of(3) {
            out.push(',');
        }
        out.push(c);
    }
    out
}

#[cfg(test)]
mod tests {
    use super::*;

    fn reader(units: UnitSystem) -> Reader {
        Reader { units, ..Reader::default() }
    }

    #[test]
    fn metric_changes_to_metres_at_thirty_centimetres() {
        let r = reader(UnitSystem::Metric);
        assert_eq!(r.length(Length::from_mm(130.0)), "130 mm");
        assert_eq!(r.length(Length::from_m(0.57)), "0.57 m");
        assert_eq!(r.diameter(Length::from_mm(250.0)), "25 cm");
        assert_eq!(r.diameter(Length::from_mm(2.5)), "2.5 mm");
    }

    #[test]
    fn imperial_reads_in_feet_inches_and_fractions() {
        let r = reader(UnitSystem::Imperial);
        assert_eq!(r.length(Length::from_m(0.57)), "1 ft 10 in");
        assert_eq!(r.length(Length::from_mm(130.0)), "5 in");
        assert_eq!(r.diameter(Length::from_mm(48.0)), "1 7/8 in");
        // 2 447 N is the 550 lbf of PIA-C-5040 type III.
        assert_eq!(r.force(Force::from_n(2447.0)), "550 lbf");
    }

    #[test]
    fn body_measures_pick_the_member_that_fits() {
        let r = reader(UnitSystem::Body);
        assert_eq!(r.length(Length::from_mm(75.0)), "4 fingers");
        assert_eq!(r.length(Length::from_m(0.45)), "1 forearm");
        assert_eq!(r.length(Length::from_m(3.4)), "2 arm spans");
    }

    #[test]
    fn forces_are_rounded_not_promised() {
        let r = reader(UnitSystem::Metric);
        assert_eq!(r.force(Force::from_n(1234.0)), "1,200 N");
        assert_eq!(r.force(Force::from_n(400.0)), "400 N");
    }
}
