//! A quantity as a person types it: in their own unit, or with a unit behind it.

use super::{Force, Length, N_PER_LBF, Reader, Typed};

/// What a number is, and the unit it is kept in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Quantity {
    /// A length, metres.
    Length,
    /// A thickness, millimetres.
    Thickness,
    /// A force, newtons.
    Pull,
    /// A mass, kilograms.
    Mass,
    /// A share, per cent.
    PerCent,
    /// A whole number.
    Count,
    /// A bare number.
    Number,
}

impl Quantity {
    /// How much of what is kept one of the reader's unit is, and what that is called.
    pub fn unit(self, reader: &Reader) -> (f64, &'static str) {
        let of = |typed: Typed, kept: f64| {
            let (one, name) = reader.typed(typed);
            (kept / one, name)
        };
        match self {
            Self::Length => of(Typed::Cord(Length::from_m(1.0)), 1.0),
            Self::Thickness => of(Typed::Thickness(Length::from_mm(1.0)), 1.0),
            Self::Pull => of(Typed::Pull(Force::from_n(1.0)), 1.0),
            Self::Mass => of(Typed::Mass(1.0), 1.0),
            Self::PerCent => (1.0, "%"),
            Self::Count | Self::Number => (1.0, ""),
        }
    }

    /// What is kept, as the number in its field: two places in the reader's unit, three of what is less than a tenth of it.
    pub fn figure(self, kept: f64, reader: &Reader) -> String {
        let shown = kept / self.unit(reader).0;
        let places = if shown.abs() < 0.1 { 1000.0 } else { 100.0 };
        ((shown * places).round() / places).to_string()
    }

    /// The same with the unit behind it, as in `12.5 m`: what it may be typed as.
    pub fn with_unit(self, kept: f64, reader: &Reader) -> String {
        format!("{} {}", self.figure(kept, reader), self.unit(reader).1).trim_end().to_owned()
    }

    /// What is kept, of what was typed: `3.5` in the reader's own unit, a length or thickness also with the unit behind it, as in
    /// `3 arm spans`; clean to a tenth of a millimetre, a hundredth of a newton.
    ///
    /// # Errors
    /// When it is no number, in words that say what may be typed.
    pub fn read(self, text: &str, reader: &Reader) -> Result<f64, String> {
        let (number, per) = self.measured(text, reader).ok_or_else(|| format!("give a number{}.", self.also()))?;
        Ok((number * per * 1e4).round() / 1e4)
    }

    /// The number that was typed, and how much of what is kept one of it is.
    fn measured(self, text: &str, reader: &Reader) -> Option<(f64, f64)> {
        let text = text.trim().replace(',', ".");
        let figures = text.trim_end_matches(|c: char| c.is_alphabetic() || c == ' ');
        let number: f64 = figures.parse().ok()?;
        let name = text[figures.len()..].trim().to_lowercase();
        let (own, own_name) = self.unit(reader);
        if name.is_empty() || name == own_name.to_lowercase() {
            return Some((number, own));
        }
        let known = |tape: &str| name == tape || name == format!("{tape}s");
        let metres = || tapes(reader).into_iter().find(|(tape, _)| known(tape)).map(|(_, m)| m);
        match self {
            Self::Length => Some((number, metres()?)),
            Self::Thickness => Some((number, metres()? * 1000.0)),
            Self::Pull => Some((number, newtons(&name)?)),
            _ => None,
        }
    }

    /// What else a number may be typed in.
    const fn also(self) -> &'static str {
        match self {
            Self::Length => ", alone or with m, cm, ft, arm spans, forearms, boots or paces behind it",
            Self::Thickness => ", alone or with mm, cm or in behind it",
            Self::Pull => ", alone or with N, kN or lbf behind it",
            _ => "",
        }
    }
}

/// What a length may be typed in, whatever the reader's own unit: its name, and metres in one of it.
fn tapes(reader: &Reader) -> [(&'static str, f64); 9] {
    let body = &reader.body;
    [
        ("mm", 0.001),
        ("cm", 0.01),
        ("m", 1.0),
        ("ft", 0.3048),
        ("in", 0.0254),
        ("arm span", body.arm_span_m),
        ("forearm", body.forearm_m),
        ("boot", body.foot_mm / 1000.0),
        ("pace", body.pace_m),
    ]
}

/// Newtons in one of the units a force may be typed in.
fn newtons(name: &str) -> Option<f64> {
    match name {
        "n" => Some(1.0),
        "kn" => Some(1000.0),
        "lbf" => Some(N_PER_LBF),
        _ => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::units::UnitSystem;

    /// A foot is 0.3048 m, an inch 25.4 mm (international yard and pound agreement, 1959).
    #[test]
    fn what_is_shown_may_be_typed_again() {
        for units in [UnitSystem::Metric, UnitSystem::Imperial, UnitSystem::Body] {
            let reader = Reader { units, ..Reader::default() };
            for (quantity, kept) in [(Quantity::Length, 12.5), (Quantity::Thickness, 4.0), (Quantity::Pull, 400.0)] {
                let shown = quantity.with_unit(kept, &reader);
                let read = quantity.read(&shown, &reader).expect("it is read again");
                // Two places of a foot are 3 mm, of an inch a quarter of a millimetre, of a pound-force a twentieth of a newton.
                let near = match quantity {
                    Quantity::Length => 0.0016,
                    Quantity::Thickness => 0.13,
                    _ => 0.03,
                };
                assert!((read - kept).abs() <= near, "{shown} is read as {read}");
            }
        }
        let feet = Reader { units: UnitSystem::Imperial, ..Reader::default() };
        assert_eq!(Quantity::Length.with_unit(12.5, &feet), "41.01 ft");
        assert_eq!(Quantity::Length.read("12,5 m", &feet), Ok(12.5));
        assert_eq!(Quantity::Length.read("10", &feet), Ok(3.048));
        assert_eq!(Quantity::Thickness.read("0.5 in", &Reader::default()), Ok(12.7));
        assert_eq!(Quantity::Pull.read("2 kN", &feet), Ok(2000.0));
        assert!(Quantity::Mass.read("3 m", &feet).is_err());
        assert!(Quantity::Length.read("a few", &feet).is_err_and(|says| says.starts_with("give a number, alone or")));
    }
}
