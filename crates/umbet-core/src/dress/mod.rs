//! A knot drawn up: from its path, rope pulled hand-tight by computation.
//!
//! The path says how the rope runs; it lies open, to be tied from. Here the rope is a tube of its own thickness that resists
//! bending and cannot pass through itself or its object: its ends are pulled the way the job pulls them, fingers hold loops
//! and bights open, and it is drawn up until it rests. In no step does a strand pass through another, and the polynomials of
//! the closures an entry states are compared before and after. Nothing is looked up. See docs/methods/dressing.md.

mod contact;
mod hold;
mod kept;
mod load;
mod proof;
mod pull;
mod ropes;
mod shape;
mod spans;
mod tighten;

pub use hold::Held;
pub use proof::{MOST_OVERLAP, MOST_ROPE, SHARPEST, Undressed};
pub use ropes::{Line, Ropes, Round, Shares};
pub use shape::Shape;
pub use tighten::{Rest, Schedule, tighten};

use crate::knot::spline::{P2, P3};
use crate::knot::{Knot, catalogue};
use kept::Kept;
pub(crate) use kept::mark;
use std::collections::BTreeMap;
use std::sync::{LazyLock, OnceLock};

include!(concat!(env!("OUT_DIR"), "/dressed_files.rs"));

/// All ropes at one moment.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct Frame {
    /// Each rope, a run of points in diameters.
    pub ropes: Vec<Vec<P3>>,
    /// Where the axis of each object of the path meets the drawing.
    pub objects: Vec<P2>,
}

/// A knot drawn up.
#[derive(Debug, Clone, PartialEq)]
pub struct Dressed {
    /// Forms from open to tight; the last is the drawn-up one. Never empty.
    pub frames: Vec<Frame>,
    /// How it went.
    pub rest: Rest,
    /// What follows from its form; `None` where it is about an object, whose turns no one convention takes out.
    pub shape: Option<Shape>,
}

impl Dressed {
    fn of(frames: Vec<Frame>, rest: Rest) -> Self {
        let shape = frames.last().filter(|f| f.objects.is_empty()).and_then(Shape::of);
        Self { frames, rest, shape }
    }

    /// The drawn-up form.
    pub fn tight(&self) -> &Frame {
        &self.frames[self.frames.len() - 1]
    }
}

/// Changes with the method, so that what an older one made is made again.
const METHOD: &str = "1";
/// Forms kept of the way from open to tight.
const FRAMES: usize = 8;
/// Rope kept beyond the knot at either end, in diameters.
const LEAD: f64 = 4.5;

/// Draws a knot up. `go_on` is asked now and then, with the share of the work that is done at most.
///
/// # Errors
/// [`Undressed`] when there is more rope than is drawn up, what came out is not the knot as it would lie in the hand, or
/// `go_on` said no.
pub fn dress(knot: &Knot, go_on: &mut dyn FnMut(f64) -> bool) -> Result<Dressed, Undressed> {
    proof::within_bounds(&knot.path)?;
    let load::Load { mut ropes, schedule } = load::load(knot);
    let mut seen: Vec<(f64, Ropes)> = vec![(ropes.length(), ropes.clone())];
    let mut looks = 0.0;
    let mut stopped = false;
    let rest = tighten(&mut ropes, &schedule, &mut |now| {
        looks += 25.0;
        seen.push((now.length(), now.clone()));
        stopped = !go_on(looks / schedule.most as f64);
        !stopped
    });
    if stopped {
        return Err(Undressed::Stopped);
    }
    proof::prove(&knot.path, &ropes, &rest)?;
    let open = load::meets_of(knot);
    let on_the_way = evenly(&seen).into_iter().map(|f| cut(f, &open));
    Ok(Dressed::of(on_the_way.chain([cut(&ropes, &[])]).collect(), rest))
}

/// Of all forms seen, those whose lengths lie evenly between the first and the last.
fn evenly(seen: &[(f64, Ropes)]) -> Vec<&Ropes> {
    let (most, least) = (seen[0].0, seen[seen.len() - 1].0);
    let at = |k: usize| most + (least - most) * k as f64 / (FRAMES - 1) as f64;
    let nearest = |want: f64| seen.iter().min_by(|a, b| (a.0 - want).abs().total_cmp(&(b.0 - want).abs()));
    (0..FRAMES - 1).filter_map(|k| nearest(at(k)).map(|s| &s.1)).collect()
}

/// The ropes without the far part of their ends; what lay between two places of each rope when it was `open` stays.
fn cut(ropes: &Ropes, open: &[(f64, f64)]) -> Frame {
    let objects = ropes.rounds.iter().filter(|r| r.object).map(|r| [r.at.x, r.at.y]).collect();
    let mut frame = Frame { ropes: Vec::new(), objects };
    for (k, (c, (mut first, mut last))) in ropes.chains.iter().zip(spans::spans(ropes)).enumerate() {
        if let Some((from, to)) = open.get(k) {
            let place = &ropes.place[c.nodes()];
            first = first.min(place.partition_point(|p| p < from));
            last = last.max(place.partition_point(|p| p <= to)).min(c.n - 1);
        }
        let lead = (LEAD * c.segments() as f64 / ropes.length_of(c)).round() as usize;
        let range = first.saturating_sub(lead)..=(last + lead).min(c.n - 1);
        frame.ropes.push(ropes.x[c.nodes()][range].iter().map(|p| p.to_array()).collect());
    }
    frame
}

/// Mark of what a knot's drawn-up form is computed from.
pub fn mark_of(knot: &Knot) -> String {
    let e = &knot.entry;
    let told = (e.grip.stands, e.family, e.mid_line, e.two_tails, e.holds, e.dress.finger, e.purchase.is_some());
    mark(&format!("{METHOD}\n{}\n{told:?}", e.path))
}

/// What is written to the file beside a knot's path.
pub fn written(knot: &Knot, form: &Dressed) -> String {
    let kept = Kept::new(mark_of(knot), form.rest, &form.frames);
    serde_json::to_string(&kept).unwrap_or_default()
}

/// Mark and drawn-up form of a file.
///
/// # Errors
/// What is wrong with the text.
pub fn read(text: &str) -> Result<(String, Dressed), serde_json::Error> {
    let (of, rest, frames) = serde_json::from_str::<Kept>(text)?.into_parts();
    Ok((of, Dressed::of(frames, rest)))
}

/// The drawn-up form of a knot of the catalogue, computed ahead; `None` where there is none, or it is of another path.
pub fn dressed(id: &str) -> Option<&'static Dressed> {
    type Read = BTreeMap<&'static str, (&'static str, OnceLock<Option<Dressed>>)>;
    static FORMS: LazyLock<Read> =
        LazyLock::new(|| DRESSED_FILES.iter().map(|(id, text)| (*id, (*text, OnceLock::new()))).collect());
    let (text, form) = FORMS.get(id)?;
    let fresh = |(of, form): (String, Dressed)| catalogue().find(id).filter(|k| mark_of(k) == of).map(|_| form);
    form.get_or_init(|| read(text).ok().and_then(fresh)).as_ref()
}

/// Ids of the knots whose drawn-up form is missing or was computed from another path, but for those whose file says why it
/// is not drawn up.
pub fn stale() -> Vec<&'static str> {
    let wanted = catalogue().knots().iter().filter(|k| k.entry.dress.not.is_none());
    wanted.map(|k| k.id.as_str()).filter(|id| dressed(id).is_none()).collect()
}
