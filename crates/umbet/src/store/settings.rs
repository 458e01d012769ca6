//! Habits: units, hand, light, body measures, schools. One row.

use super::{Store, changed};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use umbet_core::choose::unknown_names;
use umbet_core::knot::catalogue;
use umbet_core::situation::{Draft, Fault, Task};
use umbet_core::units::{BodyMeasures, Reader, UnitSystem};
use utoipa::ToSchema;

/// The leading hand.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Hand {
    /// Right.
    #[default]
    Right,
    /// Left: every drawing is mirrored.
    Left,
}

impl Hand {
    pub(super) fn read(word: &str) -> Self {
        if word == "left" { Self::Left } else { Self::Right }
    }

    pub(super) const fn word(self) -> &'static str {
        match self {
            Self::Right => "right",
            Self::Left => "left",
        }
    }
}

/// Day, night, or as the machine says.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum Light {
    /// As the machine says.
    System,
    /// Day.
    Day,
    /// Night.
    Night,
}

/// A person's habits, set once.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Settings {
    /// Measures read in.
    pub units: UnitSystem,
    /// Leading hand.
    pub hand: Hand,
    /// Light.
    pub light: Light,
    /// The body as a tape.
    pub body: BodyMeasures,
    /// Schools preferred, by id.
    pub schools: Vec<String>,
    /// Knots known, by id.
    pub knows: Vec<String>,
    /// Version the change is made to.
    pub version: i64,
}

/// Least and most arm span, metres.
pub const ARM_SPAN_M: [f64; 2] = [0.8, 2.6];
/// Least and most forearm, metres.
pub const FOREARM_M: [f64; 2] = [0.2, 0.8];
/// Least and most hand span, millimetres.
pub const HAND_SPAN_MM: [f64; 2] = [80.0, 350.0];
/// Least and most breadth of four fingers, millimetres.
pub const FOUR_FINGERS_MM: [f64; 2] = [30.0, 150.0];
/// Least and most foot, millimetres.
pub const FOOT_MM: [f64; 2] = [120.0, 400.0];
/// Least and most pace, metres.
pub const PACE_M: [f64; 2] = [0.3, 1.2];

impl Settings {
    /// How this person reads quantities.
    pub fn reader(&self) -> Reader {
        Reader { units: self.units, body: self.body }
    }

    fn check(&self) -> Result<(), Error> {
        let b = &self.body;
        let measures = [
            ("body.arm_span_m", b.arm_span_m, ARM_SPAN_M, "m"),
            ("body.forearm_m", b.forearm_m, FOREARM_M, "m"),
            ("body.hand_span_mm", b.hand_span_mm, HAND_SPAN_MM, "mm"),
            ("body.four_fingers_mm", b.four_fingers_mm, FOUR_FINGERS_MM, "mm"),
            ("body.foot_mm", b.foot_mm, FOOT_MM, "mm"),
            ("body.pace_m", b.pace_m, PACE_M, "m"),
        ];
        let mut faults: Vec<Fault> = measures
            .into_iter()
            .filter(|(_, v, [least, most], _)| !(v.is_finite() && v >= least && v <= most))
            .map(|(field, v, [least, most], unit)| Fault {
                field: field.into(),
                says: format!("{v} {unit} is out of reason: give {least} to {most} {unit}."),
            })
            .collect();
        let named = Draft { schools: self.schools.clone(), knows: self.knows.clone(), ..Draft::usual(Task::MakeFast) };
        faults.extend(unknown_names(&named, catalogue()));
        if faults.is_empty() { Ok(()) } else { Err(Error::Unusable(faults)) }
    }

    /// The settings kept.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn load(store: &Store) -> Result<Self, Error> {
        let r = sqlx::query_file!("queries/setting-get.sql").fetch_one(store.pool()).await?;
        let units = match r.units.as_str() {
            "imperial" => UnitSystem::Imperial,
            "body" => UnitSystem::Body,
            _ => UnitSystem::Metric,
        };
        let light = match r.light.as_str() {
            "day" => Light::Day,
            "night" => Light::Night,
            _ => Light::System,
        };
        Ok(Self {
            units,
            hand: Hand::read(&r.hand),
            light,
            body: BodyMeasures {
                arm_span_m: r.arm_span_m,
                forearm_m: r.forearm_m,
                hand_span_mm: r.hand_span_mm,
                four_fingers_mm: r.four_fingers_mm,
                foot_mm: r.foot_mm,
                pace_m: r.pace_m,
            },
            schools: serde_json::from_str(&r.schools)?,
            knows: serde_json::from_str(&r.knows)?,
            version: r.version,
        })
    }

    /// Keeps changed settings and returns them.
    ///
    /// # Errors
    /// When a value is out of reason, the version is old, or the store fails.
    pub async fn save(&self, store: &Store) -> Result<Self, Error> {
        self.check()?;
        let units = match self.units {
            UnitSystem::Metric => "metric",
            UnitSystem::Imperial => "imperial",
            UnitSystem::Body => "body",
        };
        let hand = self.hand.word();
        let light = match self.light {
            Light::System => "system",
            Light::Day => "day",
            Light::Night => "night",
        };
        let (schools, knows) = (serde_json::to_string(&self.schools)?, serde_json::to_string(&self.knows)?);
        let b = self.body;
        let done = sqlx::query_file!(
            "queries/setting-put.sql",
            units,
            hand,
            light,
            b.arm_span_m,
            b.forearm_m,
            b.hand_span_mm,
            b.four_fingers_mm,
            b.foot_mm,
            b.pace_m,
            schools,
            knows,
            self.version
        )
        .execute(store.pool())
        .await?;
        changed(done.rows_affected(), Self::load(store).await)
    }
}
