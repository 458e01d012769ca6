//! A project's file: what it is, what its cord does, and what is known of it in the trade.

use super::bar::Working;
use super::mat::Weave;
use crate::units::Band;
use serde::Deserialize;
use std::sync::LazyLock;

/// What a project is made of.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(tag = "by", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Making {
    /// A bar about a core of two strands, measured on its drawn-up form.
    Bar {
        /// What the cord does.
        working: Working,
        /// The strands that work are two cords of two colours.
        #[serde(default)]
        two_colours: bool,
        /// Id of the stopper at its end; none where there is none.
        #[serde(default)]
        stopper: Option<String>,
        /// How many of them lie side by side, joined along their edges.
        #[serde(default = "one")]
        side_by_side: u32,
        /// How wide they may be together, metres: what it is worn on.
        #[serde(default)]
        worn_on: Option<WornOn>,
    },
    /// A flat mat of one cord, measured on its line.
    Mat {
        /// How its line runs.
        weave: Weave,
    },
    /// Meshes, each joined to its neighbours by a knot, measured on that knot's drawn-up form.
    Meshes {
        /// Id of the knot.
        knot: String,
        /// It is closed to a tube and gathered below.
        #[serde(default)]
        round: bool,
    },
    /// So many times its own length, as the trade has it: nothing is measured.
    ByRule,
}

/// What a project is worn on, which its width has to fit.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct WornOn {
    /// In a word.
    pub what: String,
    /// Least and most width, metres (common practice).
    pub within_m: [f64; 2],
}

fn one() -> u32 {
    1
}

/// What the trade says of its cord.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Rule {
    /// In a sentence.
    pub says: String,
    /// Cord, in lengths of the finished piece.
    pub times: Band,
    /// It counts what is beyond the work too: loops, straps and ends.
    #[serde(default)]
    pub with_ends: bool,
}

/// A size a person chooses.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Sized {
    /// What it is.
    pub what: String,
    /// What it usually is, metres.
    pub usual_m: f64,
    /// Least and most, metres.
    pub within_m: [f64; 2],
}

/// A project.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Project {
    /// Stable id, its file's stem.
    #[serde(skip)]
    pub id: String,
    /// Its name.
    pub name: String,
    /// What it is good for, and what it teaches.
    pub about: String,
    /// Place in the list.
    pub order: u32,
    /// Knots of the catalogue it is made of, each to be looked up.
    pub knots: Vec<String>,
    /// What it is made of.
    pub making: Making,
    /// Id of the knot that is drawn for it, where it is no bar with a form of its own.
    #[serde(default)]
    pub drawn: Option<String>,
    /// Its sizes: length; of a net width, height and the side of a mesh.
    pub sizes: Vec<Sized>,
    /// Cord beyond the work for every cord: loops, tethers and ends to hold, metres.
    pub beyond_m: f64,
    /// What that is for.
    pub beyond: String,
    /// Seconds one cell, mesh or link takes, between hands that know it and a beginner's.
    pub cell_s: [f64; 2],
    /// One cell in words.
    pub cell: String,
    /// It gives its cord back in one go.
    pub in_one_go: bool,
    /// How.
    pub undone: String,
    /// How it is made, move by move.
    pub moves: Vec<String>,
    /// What it teaches on the way, each a small lesson.
    pub lessons: Vec<String>,
    /// What the trade says of its cord.
    #[serde(default)]
    pub rule: Option<Rule>,
}

include!(concat!(env!("OUT_DIR"), "/project_files.rs"));

/// Every project there is, as they are listed.
///
/// # Panics
/// When a built-in file is faulty, which the tests rule out.
pub fn projects() -> &'static [Project] {
    static ALL: LazyLock<Vec<Project>> = LazyLock::new(|| {
        let read = |(id, text): &(&str, &str)| {
            let read: Project =
                toml::from_str(text).unwrap_or_else(|fault| panic!("catalogue/projects/{id}.toml: {fault}"));
            Project { id: (*id).to_owned(), ..read }
        };
        let mut all: Vec<Project> = PROJECT_FILES.iter().map(read).collect();
        all.sort_by_key(|p| p.order);
        all
    });
    &ALL
}

/// The project with this id.
pub fn project(id: &str) -> Option<&'static Project> {
    projects().iter().find(|p| p.id == id)
}
