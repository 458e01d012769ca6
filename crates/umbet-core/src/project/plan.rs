//! What a project of a wanted size takes in a given cord.

use super::bar::{CORE, worked};
use super::entry::{Making, Project};
use crate::cord::{Construction, Cord, Stiffness};
use crate::dress::dressed;
use crate::units::{Band, Length, Reader};
use crate::words::{capital, number};
use serde::Serialize;

/// A project as it is wanted.
#[derive(Debug, Clone, PartialEq)]
pub struct Wanted {
    /// Its sizes, metres, in the order of the project's own.
    pub sizes_m: Vec<f64>,
    /// Thickness of the cord.
    pub diameter: Length,
}

/// One cord to cut.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ProjectCord {
    /// What it is.
    pub name: String,
    /// Its length, metres, rounded up to the centimetre.
    pub length_m: f64,
    /// The same in words.
    pub length: String,
    /// The same as it is measured off between the hands.
    pub spans: String,
}

/// What it takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ProjectPlan {
    /// Cords to cut, for one learner.
    pub cords: Vec<ProjectCord>,
    /// How that was reckoned, in sentences.
    pub because: Vec<String>,
    /// Cells, meshes or links, in words.
    pub cells: String,
    /// How long it takes, in a sentence.
    pub time: String,
    /// Whether it gives its cord back, in a sentence.
    pub undone: String,
}

/// Cord and cells before anything is put into words.
struct Takes {
    cords: Vec<(String, f64)>,
    cells: f64,
    because: Vec<String>,
}

/// A shape that was measured on a computed form is right within so much, either way: cord is drawn up harder or softer.
const HAND: f64 = 0.1;

impl Project {
    /// Why it cannot be made so, and what to change: cord that does not draw up, work too fine for its thickness.
    pub fn unfit(&self, wanted: &Wanted, cord: &Cord, reader: &Reader) -> Option<String> {
        let size = |i: usize| wanted.sizes_m.get(i).copied().unwrap_or(self.sizes[i].usual_m);
        let name = capital(&cord.said(wanted.diameter, reader));
        let made = cord.construction;
        if matches!(made, Construction::Wire | Construction::Shock | Construction::Webbing)
            || cord.stiffness == Stiffness::Stiff
        {
            return Some(format!("{name} does not draw up round and close: take supple cord."));
        }
        let least = match &self.making {
            Making::Bar { working, .. } => LEAST_CELLS * worked(*working)?.cell_d,
            Making::Meshes { .. } => return (size(2) < LEAST_SIDE_D * wanted.diameter.m()).then(|| {
                let side = reader.length_up(wanted.diameter * LEAST_SIDE_D);
                format!("{name} is too thick for such a mesh: its knots would meet. Give a side of {side} or more, or take thinner cord.")
            }),
            Making::ByRule => return None,
        };
        let least = wanted.diameter * least;
        (size(0) < least.m()).then(|| {
            let long = reader.length_up(least);
            format!(
                "{name} makes fewer than {LEAST_CELLS:.0} {} so short: give {long} or more, or take thinner cord.",
                self.cell
            )
        })
    }

    /// What it takes for one learner.
    pub fn plan(&self, wanted: &Wanted, cord: &Cord, reader: &Reader) -> ProjectPlan {
        let size = |i: usize| wanted.sizes_m.get(i).copied().unwrap_or(self.sizes[i].usual_m);
        let takes = match &self.making {
            Making::Bar { two_colours, stopper, .. } => {
                self.bar(size(0), wanted.diameter, *two_colours, stopper.as_deref(), reader)
            }
            Making::Meshes { knot, round } => {
                self.meshes([size(0), size(1), size(2)], wanted.diameter, knot, *round, reader)
            }
            Making::ByRule => self.by_rule(size(0), reader),
        };
        let mut because = takes.because;
        because.extend(self.against_the_rule(&takes.cords, size(0), reader));
        if self.beyond_m > 0.0 {
            let beyond = reader.length(Length::from_m(self.beyond_m));
            because.push(format!("{beyond} of each cord is for {}.", self.beyond));
        }
        let line = |(name, m): (String, f64)| {
            let l = Length::from_m(((m + self.beyond_m) * 100.0 - 1e-6).ceil() / 100.0);
            ProjectCord { name, length_m: l.m(), length: reader.length_up(l), spans: reader.spans_and_hands(l) }
        };
        let minutes = Band::new(takes.cells * self.cell_s[0] / 60.0, takes.cells * self.cell_s[1] / 60.0);
        ProjectPlan {
            cords: takes.cords.into_iter().map(line).collect(),
            because,
            cells: format!("About {:.0} {} in {}", takes.cells, self.cell, cord.said(wanted.diameter, reader)),
            time: in_time(minutes),
            undone: self.undone.clone(),
        }
    }

    fn bar(&self, long_m: f64, d: Length, two_colours: bool, stopper: Option<&str>, reader: &Reader) -> Takes {
        let Making::Bar { working, .. } = &self.making else { return Takes::nothing() };
        let Some(form) = worked(*working) else { return Takes::nothing() };
        let cells = long_m / (form.cell_d * d.m());
        let strands: Vec<f64> = form.cord_d.iter().map(|c| c * cells * d.m()).collect();
        let core = CORE as f64 * long_m;
        let end = stopper.and_then(dressed).and_then(|s| s.body_d).map_or(0.0, |body| body * d.m());
        let all = core + strands.iter().sum::<f64>() + end;
        let mut because = vec![format!(
            "Measured on the drawn-up form: one of its {} is {} long and takes {} of working cord; with the core’s two strands that is {:.1} times the length of the bar, est., a tenth more or less by how hard it is drawn up.",
            self.cell,
            reader.diameter(d * form.cell_d),
            reader.length(d * form.cord_d.iter().sum::<f64>()),
            all / long_m,
        )];
        if end > 0.0 {
            because
                .push(format!("The stopper takes {}, measured on its own form.", reader.length(Length::from_m(end))));
        }
        let cords = match (two_colours, strands.as_slice()) {
            (true, [front, back]) => vec![
                ("The colour in front".to_owned(), front * (1.0 + HAND) + core),
                ("The other colour".to_owned(), back * (1.0 + HAND)),
            ],
            _ => vec![("One cord".to_owned(), core + strands.iter().sum::<f64>() * (1.0 + HAND) + end)],
        };
        Takes { cords, cells, because }
    }

    fn meshes(&self, [wide, high, side]: [f64; 3], d: Length, knot: &str, round: bool, reader: &Reader) -> Takes {
        let knot_m = dressed(knot).and_then(|k| k.body_d).unwrap_or(0.0) * d.m();
        // A mesh hangs by its corner: it is as wide and as high as its diagonal, and half a diagonal a row.
        let diagonal = side * std::f64::consts::SQRT_2;
        let across = (wide / diagonal).ceil();
        let rows = (high / (diagonal / 2.0)).ceil();
        let cells = across * rows;
        let each = 2.0 * side + knot_m;
        let shape = if round { "round it" } else { "across" };
        let because = vec![format!(
            "{} meshes {shape}, {} rows: each takes two sides of {} and its knot, {} of cord in it as it is drawn up.",
            capital(&number(across as u32)),
            number(rows as u32),
            reader.length(Length::from_m(side)),
            reader.length(Length::from_m(knot_m)),
        )];
        Takes { cords: vec![("Twine".into(), cells * each * (1.0 + HAND) + wide)], cells, because }
    }

    fn by_rule(&self, long_m: f64, reader: &Reader) -> Takes {
        let Some(rule) = &self.rule else { return Takes::nothing() };
        let because = vec![format!(
            "Not measured: its links lie as loosely as they are drawn. By the trade's rule it takes {} to {} (common practice).",
            reader.length(Length::from_m(long_m * rule.times.low)),
            reader.length(Length::from_m(long_m * rule.times.high)),
        )];
        Takes { cords: vec![("One cord".into(), long_m * rule.times.high)], cells: long_m / LINK_M, because }
    }

    /// The trade's own rule beside what was measured.
    fn against_the_rule(&self, cords: &[(String, f64)], long_m: f64, reader: &Reader) -> Option<String> {
        let rule = self.rule.as_ref().filter(|_| self.making != Making::ByRule)?;
        let all: f64 = cords.iter().map(|c| c.1).sum();
        Some(format!(
            "The trade says: {} That is {}, where this comes to {} (common practice).",
            rule.says,
            reader.lengths(Length::from_m(long_m * rule.times.low), Length::from_m(long_m * rule.times.high)),
            reader.length(Length::from_m(all)),
        ))
    }
}

/// Fewer cells than this are knots on a core, and no bar (common practice).
const LEAST_CELLS: f64 = 4.0;
/// A mesh's side in diameters at the least: a knot of three at either end, and something between (common practice).
const LEAST_SIDE_D: f64 = 6.0;
/// A link of a chain by hand, metres (common practice: three fingers).
const LINK_M: f64 = 0.05;

impl Takes {
    fn nothing() -> Self {
        Self { cords: Vec::new(), cells: 0.0, because: Vec::new() }
    }
}

/// `About 20 to 45 minutes.`
fn in_time(minutes: Band) -> String {
    let five = |m: f64| ((m / 5.0).round() * 5.0).max(5.0);
    let (low, high) = (five(minutes.low), five(minutes.high).max(five(minutes.low) + 5.0));
    if high < 120.0 {
        return format!("About {low:.0} to {high:.0} minutes, est.");
    }
    format!("About {:.1} to {:.1} hours, est.", low / 60.0, high / 60.0)
}
