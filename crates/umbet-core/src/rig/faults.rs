//! What is out of reason in a draft, thing by thing.

use crate::cord::cord;
use crate::situation::{CordDraft, Fault, UsedCord, used_cord};

/// Faults as they are found.
#[derive(Debug, Default)]
pub struct Faults(Vec<Fault>);

impl Faults {
    /// Notes what to change where this is not good.
    pub fn ask(&mut self, field: &str, good: bool, says: &str) {
        if !good {
            self.0.push(Fault { field: field.into(), says: says.into() });
        }
    }

    /// A number within reason: `Thickness of the ash: 10 to 1500 mm.`
    pub fn within(&mut self, field: &str, thing: &str, v: f64, [least, most]: [f64; 2], unit: &str) {
        let good = v.is_finite() && (least..=most).contains(&v);
        self.ask(field, good, &format!("{thing}: {}.", format!("{least} to {most} {unit}").trim_end()));
    }

    /// A cord as it lies in the hand.
    pub fn cord(&mut self, field: &str, draft: &CordDraft) -> Option<UsedCord> {
        match used_cord(field, draft) {
            Ok(c) => Some(c),
            Err(f) => {
                self.0.push(f);
                None
            }
        }
    }

    /// Knots taken by one's own choice are knots of the catalogue.
    pub fn knots<'a>(&mut self, mut knots: impl Iterator<Item = &'a String>) {
        let known = |k: &String| crate::knot::catalogue().find(k).is_some();
        self.ask("knots", knots.all(known), "Take knots of the catalogue.");
    }

    /// What was read, where nothing is out of reason.
    ///
    /// # Errors
    /// The faults found.
    pub fn or<T>(self, read: Option<T>) -> Result<T, Vec<Fault>> {
        match read {
            Some(t) if self.0.is_empty() => Ok(t),
            _ => Err(self.0),
        }
    }
}

/// A cord of the catalogue as it is new and dry, by its id.
pub fn new_cord(kind: &str) -> Option<UsedCord> {
    let kind = cord(kind)?;
    Some(UsedCord { kind, diameter: kind.diameter, wet: false, worn: false, raw_end: false })
}

/// It cannot be rigged so: what is in the way, and what to change.
#[derive(Debug, Clone, PartialEq)]
pub struct Impossible(pub String);
