//! One thing to do, ticked off: of the order of work, or of the strike.

use crate::words::capital;
use serde::Serialize;

/// One thing to do.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = RigStep))]
pub struct Step {
    /// Stable id, by which it is ticked off.
    pub id: String,
    /// In a few words.
    pub short: String,
    /// In a sentence.
    pub say: String,
    /// Joint it is about.
    pub joint: Option<String>,
    /// Pull, height or length that belongs to it, in the reader's measures, as name and value.
    pub figures: Vec<[String; 2]>,
}

impl Step {
    /// A step; its sentence begins with a capital, also where that is of a name a person gave.
    pub fn new(id: &str, short: &str, say: impl AsRef<str>) -> Self {
        Self { id: id.into(), short: short.into(), say: capital(say.as_ref()), joint: None, figures: Vec::new() }
    }

    /// About this joint.
    #[must_use]
    pub fn at(mut self, joint: &str) -> Self {
        self.joint = Some(joint.to_owned());
        self
    }

    /// With a figure that belongs to it.
    #[must_use]
    pub fn with(mut self, name: &str, value: impl Into<String>) -> Self {
        self.figures.push([name.to_owned(), value.into()]);
        self
    }
}
