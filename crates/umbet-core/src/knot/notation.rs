//! The text a knot's path is written in, and its parser.
//!
//! Unit: the rope's diameter. `x` grows to the right, `y` upwards, `z` toward the viewer.
//!
//! ```text
//! # a comment
//! pole P x r=2.5            a round object: axis x, y (side-on) or z (end-on), its radius, `at X,Y` moves it
//! piece T timber r=0.8 after=3 4,-9,2 12,-7,4
//!                           a piece of hardware (timber or steel): its half thickness, `x,y,z` places along its middle, the
//!                           moves laid before it is there; `closed` joins its ends, as a clip's are
//! count 6                   checksum: how often rope crosses rope in the whole drawing, hidden places too
//! scale 2                   multiplies the waypoints that follow
//! rope A                    a rope, from its standing end to its working end
//!  flat F -1.6,-18 o 4,2    waypoints; `@r,angle` is polar
//! ```
//!
//! Inside `flat`:
//! * `o` / `u`: here the working end passes over / under rope already laid. One letter a meeting, in
//!   order: **the number of letters is a checksum**.
//! * `F` `M` `B` `0`: what follows lies in front of the side-on poles, half way, behind them, or in the
//!   drawing plane. Where two strands lie a whole layer apart the level decides and takes no letter.
//! * `(L … )` or `(R … )`: a **bight** pushed through. The waypoints are its middle line; both legs go
//!   together, the outgoing one on the left or right. Each letter inside is written once for both legs.
//!   The last waypoint is the tip; after `)` the tail runs on from where the bight began.
//! * `*`: the waypoint before it is the crown of a fixed loop, where the loop would be cut to see its halves.
//! * `w=0.8` half distance of the legs; `eye=2.6,7` opens the tip into an eye (half width, length).
//!
//! `double 0.9 loop 12 tail 6 wide 4` after a `flat`: the rope is followed back, leaving an eye.

use super::spline::{P2, P3};
use crate::object::Look;

/// A whole path as written.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct PathText {
    /// Round objects the rope goes about.
    pub poles: Vec<Pole>,
    /// Clips and toggles.
    pub pieces: Vec<PieceText>,
    /// Ropes in the order they are laid.
    pub ropes: Vec<RopeText>,
    /// Checksum of all crossings of rope with rope.
    pub count: Option<usize>,
}

/// Which way a pole runs in the drawing.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Axis {
    /// Across the drawing.
    X,
    /// Up the drawing.
    Y,
    /// Toward the viewer: seen end-on.
    Z,
}

/// A round object.
#[derive(Debug, Clone, PartialEq)]
pub struct Pole {
    /// Its name in the notation.
    pub name: String,
    /// The way it runs.
    pub axis: Axis,
    /// Radius in rope diameters, as the path was laid out.
    pub radius: f64,
    /// Where its axis meets the drawing.
    pub at: P2,
}

/// A piece of hardware the rope goes through or about: a clip, a toggle.
#[derive(Debug, Clone, PartialEq)]
pub struct PieceText {
    /// Its name in the notation.
    pub name: String,
    /// What it is made of.
    pub look: Look,
    /// Half its thickness, in rope diameters.
    pub radius: f64,
    /// Its ends meet: a ring.
    pub closed: bool,
    /// How many moves are laid before it is there.
    pub after: usize,
    /// Places along its middle.
    pub at: Vec<P3>,
}

/// How deep a waypoint lies.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Level {
    /// In front of every side-on pole.
    Front,
    /// Half way round.
    Middle,
    /// Behind every side-on pole.
    Behind,
    /// In the drawing plane.
    Plane,
}

/// One place the rope's centreline goes through.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Waypoint {
    /// Where, in rope diameters.
    pub at: P2,
    /// How deep.
    pub level: Level,
}

/// `o` or `u`.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Letter {
    /// The working end passes over what is already laid.
    pub over: bool,
    /// The waypoint it was written behind.
    pub after: usize,
}

/// A bight pushed through, both legs together.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Tuck {
    /// Waypoint where the bight begins.
    pub start: usize,
    /// Waypoint of its tip.
    pub tip: usize,
    /// The outgoing leg lies on the left of the way it goes.
    pub left: bool,
    /// Half the distance between the legs.
    pub half_width: f64,
    /// Opens the tip into an eye: half width, length.
    pub eye: Option<(f64, f64)>,
}

/// The rope followed back beside itself.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Double {
    /// Half the distance between the two strands.
    pub half_width: f64,
    /// Length of the eye.
    pub loop_length: f64,
    /// By how much the second end is shorter.
    pub tail: f64,
    /// Half width of the eye.
    pub wide: f64,
}

/// One rope as written.
#[derive(Debug, Clone, PartialEq)]
pub struct RopeText {
    /// Its name, one letter by custom.
    pub name: String,
    /// The line it began on.
    pub line: usize,
    /// Its waypoints, standing end first.
    pub waypoints: Vec<Waypoint>,
    /// Its letters in path order.
    pub letters: Vec<Letter>,
    /// A bight tuck, if it has one.
    pub tuck: Option<Tuck>,
    /// Followed back, if it is.
    pub double: Option<Double>,
    /// Waypoint at the crown of a fixed loop.
    pub crown: Option<usize>,
}

/// What is wrong with a text, and where.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
#[error("line {line}: found `{found}`, expected {expected}")]
pub struct NotationError {
    /// Line in the text, from 1.
    pub line: usize,
    /// The word that cannot be read.
    pub found: String,
    /// What could stand there.
    pub expected: &'static str,
}

/// Largest text read; a knot takes a few hundred bytes.
pub const LONGEST_TEXT: usize = 20_000;
/// Farthest a waypoint may lie from the origin, in rope diameters.
const FARTHEST: f64 = 1000.0;
/// Most ropes, and most objects of either sort; a knot has two and two.
const MOST: usize = 12;

/// Reads a path.
///
/// # Errors
/// [`NotationError`] names the line, the word found there and what was expected.
pub fn parse(text: &str) -> Result<PathText, NotationError> {
    if text.len() > LONGEST_TEXT {
        return Err(fault(1, "a text of over 20 000 bytes", "a knot's path, a few hundred bytes"));
    }
    let mut reading = Reading::default();
    for (i, line) in text.lines().enumerate() {
        let words: Vec<&str> = line.split('#').next().unwrap_or("").split_whitespace().collect();
        if !words.is_empty() {
            reading.line(i + 1, &words)?;
        }
    }
    reading.finish(text.lines().count().max(1))
}

fn fault(line: usize, found: &str, expected: &'static str) -> NotationError {
    NotationError { line, found: found.chars().take(60).collect(), expected }
}

/// A half-read tuck: where it began, on which side, and its sizes so far.
#[derive(Default)]
struct Reading {
    path: PathText,
    scale: Option<f64>,
    level: Option<Level>,
    open_tuck: Option<(usize, bool)>,
    half_width: Option<f64>,
    eye: Option<(f64, f64)>,
}

impl Reading {
    fn line(&mut self, n: usize, words: &[&str]) -> Result<(), NotationError> {
        match words[0] {
            "pole" => self.pole(n, words),
            "piece" => self.piece(n, words),
            "count" => {
                let found = words.get(1).copied().unwrap_or("");
                let count = found.parse().map_err(|_| fault(n, found, "a whole number of crossings"))?;
                self.path.count = Some(count);
                Ok(())
            }
            "scale" => {
                self.scale = Some(number(n, words.get(1).copied().unwrap_or(""), "a number behind `scale`")?);
                Ok(())
            }
            "rope" => self.rope(n, words),
            "flat" => words[1..].iter().try_for_each(|w| self.flat_word(n, w)),
            "double" => self.double(n, words),
            other => Err(fault(n, other, "`pole`, `piece`, `count`, `scale`, `rope`, `flat` or `double`")),
        }
    }

    fn pole(&mut self, n: usize, words: &[&str]) -> Result<(), NotationError> {
        let name =
            words.get(1).ok_or_else(|| fault(n, "pole", "a name, an axis and a radius, as in `pole P x r=2`"))?;
        let axis = match words.get(2).copied() {
            Some("x") => Axis::X,
            Some("y") => Axis::Y,
            Some("z") => Axis::Z,
            found => return Err(fault(n, found.unwrap_or(""), "an axis: x, y or z")),
        };
        if self.path.poles.len() == MOST {
            return Err(fault(n, "pole", "12 poles at most"));
        }
        let radius = words.get(3).and_then(|w| w.strip_prefix("r="));
        let radius = number(n, radius.unwrap_or(""), "a radius in rope diameters, as in `r=2.5`")?;
        if !(0.3..=100.0).contains(&radius) {
            return Err(fault(n, words[3], "a radius between 0.3 and 100 rope diameters"));
        }
        let mut at = [0.0, 0.0];
        if let Some(i) = words.iter().position(|w| *w == "at") {
            at = pair(n, words.get(i + 1).copied().unwrap_or(""))?;
        }
        self.path.poles.push(Pole { name: (*name).to_owned(), axis, radius, at });
        Ok(())
    }

    fn piece(&mut self, n: usize, words: &[&str]) -> Result<(), NotationError> {
        const EXPECTED: &str = "a name, timber or steel, and places, as in `piece T timber r=0.8 4,-9,2 12,-7,4`";
        let name = words.get(1).ok_or_else(|| fault(n, "piece", EXPECTED))?;
        if self.path.pieces.len() == MOST {
            return Err(fault(n, "piece", "12 pieces at most"));
        }
        let look = match words.get(2).copied() {
            Some("timber") => Look::Timber,
            Some("steel") => Look::Steel,
            found => return Err(fault(n, found.unwrap_or(""), EXPECTED)),
        };
        let mut piece =
            PieceText { name: (*name).to_owned(), look, radius: 0.6, closed: false, after: 0, at: Vec::new() };
        for word in &words[3..] {
            match word.split_once('=') {
                None if *word == "closed" => piece.closed = true,
                Some(("r", r)) => piece.radius = number(n, r, "half a thickness in rope diameters, as in `r=0.8`")?,
                Some(("after", m)) => piece.after = m.parse().map_err(|_| fault(n, word, "a number of moves"))?,
                _ => piece.at.push(triple(n, word)?),
            }
        }
        if !(0.2..=3.0).contains(&piece.radius) {
            return Err(fault(n, name, "half a thickness of 0.2 to 3 rope diameters"));
        }
        if piece.at.len() < if piece.closed { 4 } else { 2 } {
            return Err(fault(n, name, "two places at least, four for a closed piece"));
        }
        self.path.pieces.push(piece);
        Ok(())
    }

    fn rope(&mut self, n: usize, words: &[&str]) -> Result<(), NotationError> {
        self.close_rope(n)?;
        let name = words.get(1).ok_or_else(|| fault(n, "rope", "a name behind `rope`"))?;
        if self.path.ropes.iter().any(|r| r.name == *name) {
            return Err(fault(n, name, "a rope name not used before"));
        }
        if self.path.ropes.len() == MOST {
            return Err(fault(n, name, "12 ropes at most"));
        }
        self.path.ropes.push(RopeText {
            name: (*name).to_owned(),
            line: n,
            waypoints: Vec::new(),
            letters: Vec::new(),
            tuck: None,
            double: None,
            crown: None,
        });
        self.level = None;
        Ok(())
    }

    fn flat_word(&mut self, n: usize, word: &str) -> Result<(), NotationError> {
        let scale = self.scale.unwrap_or(1.0);
        let Some(rope) = self.path.ropes.last_mut() else {
            return Err(fault(n, "flat", "a line `rope A` before the first `flat`"));
        };
        match word {
            "F" => self.level = Some(Level::Front),
            "M" => self.level = Some(Level::Middle),
            "B" => self.level = Some(Level::Behind),
            "0" => self.level = Some(Level::Plane),
            "o" | "u" => {
                let after = rope.waypoints.len().checked_sub(1);
                let after = after.ok_or_else(|| fault(n, word, "a waypoint before the first letter"))?;
                rope.letters.push(Letter { over: word == "o", after });
            }
            "*" => {
                let crown = rope.waypoints.len().checked_sub(1).filter(|_| rope.crown.is_none());
                rope.crown = Some(crown.ok_or_else(|| fault(n, word, "one crown a rope, after a waypoint"))?);
            }
            "(L" | "(R" => {
                if rope.tuck.is_some() || self.open_tuck.is_some() || rope.waypoints.is_empty() {
                    return Err(fault(n, word, "at most one tuck a rope, after its first waypoint"));
                }
                self.open_tuck = Some((rope.waypoints.len() - 1, word == "(L"));
            }
            ")" => {
                let (start, left) =
                    self.open_tuck.take().ok_or_else(|| fault(n, word, "an opening `(L` or `(R` before it"))?;
                let tip = rope.waypoints.len() - 1;
                if tip < start + 2 {
                    return Err(fault(n, word, "two waypoints at least inside a tuck"));
                }
                let half_width = self.half_width.unwrap_or(0.75);
                rope.tuck = Some(Tuck { start, tip, left, half_width, eye: self.eye });
            }
            w if w.starts_with("w=") => self.half_width = Some(number(n, &w[2..], "a half width behind `w=`")?),
            w if w.starts_with("eye=") => {
                let [half, length] = pair(n, &w[4..])?;
                self.eye = Some((half, length));
            }
            w => {
                let at = if let Some(polar) = w.strip_prefix('@') {
                    let [r, degrees] = pair(n, polar)?;
                    let (sin, cos) = degrees.to_radians().sin_cos();
                    [r * cos * scale, r * sin * scale]
                } else {
                    let [x, y] = pair(n, w)?;
                    [x * scale, y * scale]
                };
                rope.waypoints.push(Waypoint { at, level: self.level.unwrap_or(Level::Plane) });
            }
        }
        Ok(())
    }

    fn double(&mut self, n: usize, words: &[&str]) -> Result<(), NotationError> {
        let scale = self.scale.unwrap_or(1.0);
        let Some(rope) = self.path.ropes.last_mut() else {
            return Err(fault(n, "double", "a rope to follow back"));
        };
        let half_width = number(n, words.get(1).copied().unwrap_or(""), "the half distance of the strands")?;
        let of = |key: &str| -> Result<Option<f64>, NotationError> {
            let Some(i) = words.iter().position(|w| *w == key) else { return Ok(None) };
            number(n, words.get(i + 1).copied().unwrap_or(""), "a number behind `loop`, `tail` or `wide`").map(Some)
        };
        let length = of("loop")?.ok_or_else(|| fault(n, "double", "`loop` and its length"))? * scale;
        let wide = of("wide")?.map_or(length * 0.45, |w| w * scale);
        rope.double = Some(Double { half_width, loop_length: length, tail: of("tail")?.unwrap_or(0.0) * scale, wide });
        Ok(())
    }

    fn close_rope(&mut self, n: usize) -> Result<(), NotationError> {
        if self.open_tuck.is_some() {
            return Err(fault(n, "the end of the rope", "`)` to close the tuck"));
        }
        (self.half_width, self.eye) = (None, None);
        match self.path.ropes.last() {
            Some(r) if r.waypoints.len() < 2 => Err(fault(r.line, &r.name, "two waypoints at least")),
            Some(r) if r.tuck.is_some_and(|t| t.tip + 1 >= r.waypoints.len()) => {
                Err(fault(r.line, &r.name, "a tail of one waypoint at least behind the tuck"))
            }
            _ => Ok(()),
        }
    }

    fn finish(mut self, last_line: usize) -> Result<PathText, NotationError> {
        self.close_rope(last_line)?;
        if self.path.ropes.is_empty() {
            return Err(fault(last_line, "the end of the text", "one `rope` at least"));
        }
        Ok(self.path)
    }
}

fn number(line: usize, word: &str, expected: &'static str) -> Result<f64, NotationError> {
    match word.parse::<f64>() {
        Ok(x) if x.is_finite() && x.abs() <= FARTHEST => Ok(x),
        _ => Err(fault(line, word, expected)),
    }
}

fn pair(line: usize, word: &str) -> Result<P2, NotationError> {
    const EXPECTED: &str = "a waypoint `x,y`, a polar one `@r,angle`, a letter o or u, a level F M B 0, or a tuck";
    let (a, b) = word.split_once(',').ok_or_else(|| fault(line, word, EXPECTED))?;
    let of = |part: &str| number(line, part, EXPECTED).map_err(|_| fault(line, word, EXPECTED));
    Ok([of(a)?, of(b)?])
}

fn triple(line: usize, word: &str) -> Result<P3, NotationError> {
    const EXPECTED: &str = "a place `x,y,z`";
    let parts: Vec<&str> = word.split(',').collect();
    let [x, y, z] = parts[..] else { return Err(fault(line, word, EXPECTED)) };
    Ok([number(line, x, EXPECTED)?, number(line, y, EXPECTED)?, number(line, z, EXPECTED)?])
}

impl PathText {
    /// Rope and hardware it takes from waypoint to waypoint, in rope diameters, what is followed back or goes in bights twice;
    /// the curve through the waypoints is a little longer.
    pub fn diameters(&self) -> f64 {
        let run = |places: &mut dyn Iterator<Item = P3>| {
            let mut last: Option<P3> = None;
            places.fold(0.0, |sum, p| {
                sum + last.replace(p).map_or(0.0, |q| (0..3).map(|k| (p[k] - q[k]).powi(2)).sum::<f64>().sqrt())
            })
        };
        let flat = |waypoints: &[Waypoint]| run(&mut waypoints.iter().map(|w| [w.at[0], w.at[1], 0.0]));
        let rope = |r: &RopeText| {
            let tuck =
                r.tuck.map_or(0.0, |t| flat(&r.waypoints[t.start..=t.tip]) + t.eye.map_or(0.0, |(a, b)| 2.0 * (a + b)));
            let back =
                r.double.map_or(0.0, |d| flat(&r.waypoints) + 2.0 * (d.loop_length + d.wide).abs() + d.tail.abs());
            flat(&r.waypoints) + tuck + back
        };
        let pieces = self.pieces.iter().map(|p| run(&mut p.at.iter().copied()));
        self.ropes.iter().map(rope).chain(pieces).sum()
    }
}

impl Level {
    /// The letter it is written with.
    pub const fn letter(self) -> char {
        match self {
            Self::Front => 'F',
            Self::Middle => 'M',
            Self::Behind => 'B',
            Self::Plane => '0',
        }
    }
}
