//! What a project of a wanted size takes in a given cord.

use super::bar::worked;
use super::entry::{Making, Project, WornOn};
use super::mat::Weave;
use crate::cord::{Construction, Cord, Stiffness, cord, cords};
use crate::knot::measured;
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

impl Wanted {
    /// Its first size, in diameters of its cord.
    pub fn across_d(&self) -> f64 {
        self.sizes_m.first().map_or(0.0, |m| m / self.diameter.m())
    }
}

/// Id of the cord things are usually made of: round, supple, to be had in two colours (common practice).
pub const USUAL_CORD: &str = "paracord-iii";

/// One cord to cut.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ProjectCord {
    /// What it is.
    pub name: String,
    /// How many of it.
    pub times: u32,
    /// Length of each, metres, rounded up to the centimetre.
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
    #[serde(skip)]
    minutes: Band,
}

impl ProjectPlan {
    /// Minutes it takes to make, between hands that know it and a beginner's: an estimate.
    pub fn minutes(&self) -> Band {
        self.minutes
    }
}

/// Cord and cells before anything is put into words.
struct Takes {
    /// What each cord is, how many of it, and the length of each, metres.
    cords: Vec<(String, u32, f64)>,
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
        match &self.making {
            Making::Bar { working, side_by_side, worn_on, .. } => {
                let form = worked(*working)?;
                let wide = wanted.diameter * (form.wide_d() * f64::from(*side_by_side));
                if let Some(why) = worn_on.as_ref().and_then(|on| unworn(on, *side_by_side, wide, &name, reader)) {
                    return Some(why);
                }
                let least = wanted.diameter * (LEAST_CELLS * form.cell_d);
                let long = reader.length_up(least);
                let few = format!("{name} makes fewer than {LEAST_CELLS:.0} {} so short", self.cell);
                (size(0) < least.m()).then(|| format!("{few}: give {long} or more, or take thinner cord."))
            }
            Making::Mat { weave } => unfit_mat(*weave, size(0), wanted.diameter, &name, reader),
            Making::Meshes { .. } => (size(2) < LEAST_SIDE_D * wanted.diameter.m()).then(|| {
                let side = reader.length_up(wanted.diameter * LEAST_SIDE_D);
                format!("{name} is too thick for such a mesh: its knots would meet. Give a side of {side} or more, or take thinner cord.")
            }),
            Making::ByRule => None,
        }
    }

    /// What it takes in its usual size, in the cord it is usually made of.
    pub fn usual(&self, reader: &Reader) -> ProjectPlan {
        self.plan(&self.usually(), usual_cord(), reader)
    }

    /// Its usual size, in the cord it is usually made of.
    pub fn usually(&self) -> Wanted {
        Wanted { sizes_m: self.sizes.iter().map(|s| s.usual_m).collect(), diameter: usual_cord().diameter }
    }

    /// What it takes for one learner.
    pub fn plan(&self, wanted: &Wanted, cord: &Cord, reader: &Reader) -> ProjectPlan {
        let size = |i: usize| wanted.sizes_m.get(i).copied().unwrap_or(self.sizes[i].usual_m);
        let takes = match &self.making {
            Making::Bar { .. } => self.bar(size(0), wanted.diameter, reader),
            Making::Mat { weave } => mat(*weave, size(0), wanted.diameter, reader),
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
        let line = |(name, times, m): (String, u32, f64)| {
            let l = Length::from_m(((m + self.beyond_m) * 100.0 - 1e-6).ceil() / 100.0);
            ProjectCord { name, times, length_m: l.m(), length: reader.length_up(l), spans: reader.spans_and_hands(l) }
        };
        let minutes = Band::new(takes.cells * self.cell_s[0] / 60.0, takes.cells * self.cell_s[1] / 60.0);
        ProjectPlan {
            cords: takes.cords.into_iter().map(line).collect(),
            because,
            cells: format!("About {:.0} {} in {}", takes.cells, self.cell, cord.said(wanted.diameter, reader)),
            time: in_time(minutes),
            undone: self.undone.clone(),
            minutes,
        }
    }

    /// One bar, or several side by side.
    fn bar(&self, long_m: f64, d: Length, reader: &Reader) -> Takes {
        let Making::Bar { working, two_colours, stopper, side_by_side, .. } = &self.making else {
            return Takes::nothing();
        };
        let Some(form) = worked(*working) else { return Takes::nothing() };
        let cells = long_m / (form.cell_d * d.m());
        let strands: Vec<f64> = form.cord_d.iter().map(|c| c * cells * d.m()).collect();
        let core = working.core() as f64 * long_m;
        let end = stopper.as_deref().and_then(measured).map_or(0.0, |s| s.cord_d * d.m());
        let all = core + strands.iter().sum::<f64>() + end;
        let mut because = vec![format!(
            "Measured on the drawn-up form: one of its {} is {} long and takes {} of working cord; {}that is {:.1} times its length, est., a tenth more or less by how hard it is drawn up.",
            self.cell,
            reader.diameter(d * form.cell_d),
            reader.length(d * form.cord_d.iter().sum::<f64>()),
            if core > 0.0 { "with the core’s two strands " } else { "" },
            all / long_m,
        )];
        if end > 0.0 {
            because
                .push(format!("The stopper takes {}, measured on its own form.", reader.length(Length::from_m(end))));
        }
        if *side_by_side > 1 {
            let wide = reader.length(d * (form.wide_d() * f64::from(*side_by_side)));
            because.push(format!("{} bars side by side are about {wide} wide.", capital(&number(*side_by_side))));
        }
        let cords = match (two_colours, strands.as_slice()) {
            (true, [front, back]) => vec![
                (
                    (if core > 0.0 { "The colour in front" } else { "One colour" }).to_owned(),
                    1,
                    front * (1.0 + HAND) + core,
                ),
                ("The other colour".to_owned(), 1, back * (1.0 + HAND)),
            ],
            _ => {
                let name = match side_by_side {
                    1 => "One cord".to_owned(),
                    n => format!("{} cords, each", capital(&number(*n))),
                };
                vec![(name, *side_by_side, core + strands.iter().sum::<f64>() * (1.0 + HAND) + end)]
            }
        };
        Takes { cords, cells: cells * f64::from(*side_by_side), because }
    }

    fn meshes(&self, [wide, high, side]: [f64; 3], d: Length, knot: &str, round: bool, reader: &Reader) -> Takes {
        let knot_m = measured(knot).map_or(0.0, |k| k.cord_d * d.m());
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
        Takes { cords: vec![("Twine".into(), 1, cells * each * (1.0 + HAND) + wide)], cells, because }
    }

    fn by_rule(&self, long_m: f64, reader: &Reader) -> Takes {
        let Some(rule) = &self.rule else { return Takes::nothing() };
        let because = vec![format!(
            "Not measured: its links lie as loosely as they are drawn. By the trade's rule it takes {} to {} (common practice).",
            reader.length(Length::from_m(long_m * rule.times.low)),
            reader.length(Length::from_m(long_m * rule.times.high)),
        )];
        Takes { cords: vec![("One cord".into(), 1, long_m * rule.times.high)], cells: long_m / LINK_M, because }
    }

    /// The trade's own rule beside what was measured.
    fn against_the_rule(&self, cords: &[(String, u32, f64)], long_m: f64, reader: &Reader) -> Option<String> {
        let rule = self.rule.as_ref().filter(|_| self.making != Making::ByRule)?;
        let ends = if rule.with_ends { self.beyond_m } else { 0.0 };
        let all: f64 = cords.iter().map(|c| f64::from(c.1) * (c.2 + ends)).sum();
        Some(format!(
            "The trade says: {} That is {}, where this comes to {} (common practice).",
            rule.says,
            reader.lengths(Length::from_m(long_m * rule.times.low), Length::from_m(long_m * rule.times.high)),
            reader.length(Length::from_m(all)),
        ))
    }
}

fn usual_cord() -> &'static Cord {
    cord(USUAL_CORD).unwrap_or_else(|| &cords()[0])
}

/// Why bars so wide together do not fit what they are worn on.
fn unworn(on: &WornOn, bars: u32, wide: Length, name: &str, reader: &Reader) -> Option<String> {
    let [least, most] = on.within_m;
    let (than, take) = match wide.m() {
        w if w > most => ("wider", "thinner"),
        w if w < least => ("narrower", "thicker"),
        _ => return None,
    };
    let (bars, wide) = (number(bars), reader.length(wide));
    Some(format!("{name}: {bars} bars of it are about {wide} wide, {than} than fits a {}. Take {take} cord.", on.what))
}

/// Why a mat cannot be filled so: too few lanes, or more than anyone follows.
fn unfit_mat(weave: Weave, across_m: f64, d: Length, name: &str, reader: &Reader) -> Option<String> {
    let mat = weave.mat();
    let lanes = mat.lanes(across_m / d.m());
    if lanes < LEAST_LANES {
        let least = reader.length_up(d * mat.across_d(LEAST_LANES));
        return Some(format!("{name} is too thick for so small a mat: give {least} or more, or take thinner cord."));
    }
    let most = reader.length(d * mat.across_d(MOST_LANES));
    (lanes > MOST_LANES).then(|| {
        format!("{name} would have to be followed {lanes} times to fill it: give {most} or less, or take thicker cord.")
    })
}

/// A mat of one line, followed until its meshes are full.
fn mat(weave: Weave, across_m: f64, d: Length, reader: &Reader) -> Takes {
    let mat = weave.mat();
    let across_d = across_m / d.m();
    let lanes = mat.lanes(across_d);
    let cord = mat.cord_d(across_d) * d.m();
    let because = vec![format!(
        "Measured on its line: it crosses itself {} times, and its narrowest mesh has room for {} lanes side by side; once round, over and under, is {}. A tenth is added for the hand, est.",
        number(mat.passages.len() as u32 / 2),
        number(lanes),
        reader.length(Length::from_m(cord / f64::from(lanes.max(1)))),
    )];
    let cells = f64::from(lanes) * mat.passages.len() as f64;
    Takes { cords: vec![("One cord".to_owned(), 1, cord * (1.0 + HAND))], cells, because }
}

/// Fewer lanes than this leave holes, and more are followed by no one (common practice).
const LEAST_LANES: u32 = 2;
const MOST_LANES: u32 = 12;
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
