//! From the text of a path to centrelines in space.
//!
//! 1. Each rope's waypoints become a smooth curve.
//! 2. Its meetings with rope laid before are found and matched with the letters.
//! 3. Heights are solved so that every over lies over.
//! 4. A bight tuck grows its two legs, which take over and under from their middle line.
//! 5. A doubled rope is followed back.

use super::bight::{follow_back, grow_tucks};
pub use super::lay::{BackLeg, LONGEST_D, MOST_CROSSINGS, PathError, Strand};
use super::lay::{Laid, Levels, find_among, letter_events, letter_places, solve_heights};
use super::meeting::{Meeting, Place};
use super::notation::{PathText, PieceText, Pole, RopeText};
use super::spline::{P2, P3, SPACING, catmull_rom, interpolate};

/// A knot's ropes in space, with the poles they go round.
#[derive(Debug, Clone)]
pub struct KnotPath {
    /// Ropes in the order of the text.
    pub strands: Vec<Strand>,
    /// Poles as laid out.
    pub poles: Vec<Pole>,
    /// Clips and toggles: no rope, and no part of what is proved.
    pub pieces: Vec<Hardware>,
    /// All crossings of rope with rope.
    pub crossings: Vec<Crossing>,
    /// For each rope, where in the drawing each of its letters stands.
    pub letters: Vec<Vec<P2>>,
}

/// A clip or a toggle in space.
#[derive(Debug, Clone)]
pub struct Hardware {
    /// Its name in the notation.
    pub name: String,
    /// What it is made of.
    pub look: crate::object::Look,
    /// Half its thickness, in rope diameters.
    pub radius: f64,
    /// How many moves are laid before it is there.
    pub after: usize,
    /// Points along its middle.
    pub points: Vec<P3>,
}

/// Two strands crossing, the upper one first.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Crossing {
    /// Where on the upper strand.
    pub over: Place,
    /// Where on the lower strand.
    pub under: Place,
}

impl KnotPath {
    /// A path of no rope, for drawings of what is no knot.
    pub const fn nothing() -> Self {
        Self { strands: Vec::new(), poles: Vec::new(), pieces: Vec::new(), crossings: Vec::new(), letters: Vec::new() }
    }

    /// Builds the path a text describes.
    ///
    /// # Errors
    /// [`PathError`] when letters, levels or the crossing count disagree with what is drawn; before any work is done, when it
    /// is longer than [`LONGEST_D`]; with little, when it has more than [`MOST_CROSSINGS`].
    pub fn build(text: &PathText) -> Result<Self, PathError> {
        let long = text.diameters();
        if long > LONGEST_D {
            return Err(PathError::TooLong(long));
        }
        let levels = Levels::of(text);
        let mut laid: Vec<Laid> = text.ropes.iter().map(|r| Laid::new(r, &levels)).collect();
        let events = letter_events(&text.ropes, &laid)?;
        let mut letters = letter_places(&laid, &events);
        solve_heights(&mut laid, &events);
        if text.ropes.iter().any(|r| r.tuck.is_some()) {
            laid = grow_tucks(&text.ropes, laid, &levels, &mut letters)?;
        }
        let strands: Vec<Strand> = text.ropes.iter().zip(laid).map(|(r, l)| into_strand(l, r)).collect();
        let pieces = text.pieces.iter().map(Hardware::of).collect();
        let path = Self { crossings: crossings(&strands)?, strands, poles: text.poles.clone(), pieces, letters };
        match text.count {
            Some(written) if written != path.crossings.len() => {
                Err(PathError::Count { drawn: path.crossings.len(), written })
            }
            _ => Ok(path),
        }
    }
}

impl Hardware {
    fn of(text: &PieceText) -> Self {
        let mut places = text.at.clone();
        if text.closed {
            places.push(places[0]);
        }
        let flat: Vec<P2> = places.iter().map(|p| [p[0], p[1]]).collect();
        let curve = catmull_rom(&flat, SPACING);
        let depth: Vec<f64> = places.iter().map(|p| p[2]).collect();
        let points = curve.points.iter().zip(&curve.along).map(|(p, w)| [p[0], p[1], interpolate(&depth, *w)]);
        Self {
            name: text.name.clone(),
            look: text.look,
            radius: text.radius,
            after: text.after,
            points: points.collect(),
        }
    }
}

/// All crossings among finished strands.
///
/// # Errors
/// [`PathError::TooTangled`] when there are more than [`MOST_CROSSINGS`].
pub fn crossings(strands: &[Strand]) -> Result<Vec<Crossing>, PathError> {
    let flat: Vec<Vec<P2>> = strands.iter().map(Strand::flat).collect();
    let refs: Vec<&[P2]> = flat.iter().map(Vec::as_slice).collect();
    let height = |p: Place| {
        let z = |i: usize| strands[p.rope].points[i.min(strands[p.rope].points.len() - 1)][2];
        let i = p.index.floor() as usize;
        z(i) + (p.index - i as f64) * (z(i + 1) - z(i))
    };
    let upper_first = |m: Meeting| {
        if height(m.late) > height(m.early) {
            Crossing { over: m.late, under: m.early }
        } else {
            Crossing { over: m.early, under: m.late }
        }
    };
    Ok(find_among(&refs)?.into_iter().map(upper_first).collect())
}

/// The rope finished: followed back where it is doubled.
fn into_strand(laid: Laid, rope: &RopeText) -> Strand {
    let points = laid.points.iter().zip(&laid.z).map(|(p, &z)| [p[0], p[1], z]).collect();
    let crown = rope.crown.map(|c| laid.along.partition_point(|&a| a < c as f64));
    let strand = Strand { name: rope.name.clone(), points, along: laid.along, back: laid.back, crown };
    match rope.double {
        Some(d) => follow_back(strand, d),
        None => strand,
    }
}
