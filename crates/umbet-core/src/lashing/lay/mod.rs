//! A script laid on its poles: the cord's centreline, group by group.

mod across;
mod corner;
mod floor;
mod frap;
mod middle;
mod side;
mod timber;

use super::hitch::{Place, clove, on_pole};
use super::notation::{Arm, Finish, Group, Hitch, Lies, Pass, PoleLine, Script, Turns};
use super::pole::Pole;
use super::strand::{Point, Strand, Taut};
use glam::DVec3;
use std::fmt;

/// From lane to lane, diameters: cords touch, with a little slack for what a cord is.
pub const PITCH: f64 = 1.06;
/// Between poles side by side, diameters: two frapping turns beside each other.
pub const GAP: f64 = 2.0 * PITCH + 0.25;
/// The same where nothing is frapped: the cord of the first hitch lies between them.
const WEDGED: f64 = 1.02;
/// Radii of poles a drawing can be read with, in diameters of the cord: what is thicker or thinner is drawn as these.
pub const DRAWN: [f64; 2] = [2.5, 6.25];
/// From a hitch to the turns beside it, diameters.
const BESIDE: f64 = 2.6;

/// How a lashing is laid.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct How {
    /// From turn to turn on poles side by side, in lanes: more than 1 where a drawing is to be read.
    pub loose: f64,
    /// From lane to lane in the hitches, likewise.
    pub spread: f64,
    /// Length of the tails, diameters.
    pub tail: f64,
    /// Between the poles of a floor, diameters.
    pub apart: f64,
}

impl How {
    /// As it lies.
    pub const TIGHT: Self = Self { loose: 1.0, spread: 1.0, tail: 0.01, apart: GAP };
    /// To be read.
    pub const OPEN: Self = Self { loose: 1.35, spread: 1.6, tail: 5.0, apart: 1.5 * GAP };
}

/// It cannot be laid so.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Unlaid(pub String);

impl fmt::Display for Unlaid {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(&self.0)
    }
}

/// A lashing being laid.
pub struct Laying<'a> {
    script: &'a Script,
    /// Its poles.
    pub poles: Vec<Pole>,
    /// The cord so far.
    pub strand: Strand,
    how: How,
    /// Outermost frapping, about the crossing.
    hull: Vec<[f64; 2]>,
    /// Top of the turns on poles side by side.
    top: f64,
    /// Where the parts of a hitch worked with the short end begin, as points: its tail, its hook, its loop.
    pub worked_back: Option<[usize; 3]>,
    /// Where the middle of the cord lies, as points, where it was begun with that.
    pub middle: Option<usize>,
    /// What the other end laid, where both work.
    other_end: Strand,
    /// Frapping turns there are already.
    frapped: usize,
}

impl<'a> Laying<'a> {
    /// Lays the whole of it on poles of these radii, in the order the script names them.
    ///
    /// # Errors
    /// A word that cannot be laid where it stands.
    pub fn lay(script: &'a Script, radii: &[f64], how: How) -> Result<Self, Unlaid> {
        let poles = stand(script, radii, how.apart);
        let mut it = Self {
            script,
            poles,
            strand: Strand::default(),
            how,
            hull: Vec::new(),
            top: 0.0,
            worked_back: None,
            middle: None,
            other_end: Strand::default(),
            frapped: 0,
        };
        if script.from_the_middle() {
            it.both_ends()?;
            return Ok(it);
        }
        for (i, group) in script.groups.iter().enumerate() {
            match group {
                Group::Start(Hitch::Clove, pole, arms) => it.start(i, *pole, arms)?,
                Group::Start(Hitch::Timber, _, arms) => it.timber(i, arms)?,
                Group::Start(Hitch::Middle, ..) | Group::End(Finish::Reef, ..) => {}
                Group::Wrap(turns) if script.side_by_side() => it.side_turns(i, turns)?,
                Group::Wrap(turns) if script.floored() => it.floor_turns(i, turns)?,
                Group::Wrap(turns) if turns.word[0].poles.is_empty() => it.turns_across(i, turns)?,
                Group::Wrap(turns) => it.corner_turns(i, turns)?,
                Group::Frap(turns) if turns.count == 0 => {}
                Group::Frap(turns) if script.side_by_side() => it.frap_gap(i, turns)?,
                Group::Frap(turns) => it.frap_crossing(i, turns)?,
                Group::End(Finish::Clove, pole, arm) => it.end(i, *pole, *arm),
            }
        }
        Ok(it)
    }

    /// From which to which point the cord lies once this group is laid so far.
    pub fn laid_by(&self, group: usize, far: f64) -> [usize; 2] {
        let points = &self.strand.points;
        let laid = |p: &&Point| (p.group, p.turn) <= (group, far);
        let middle = self.middle.unwrap_or(0);
        let back = points[..middle].iter().rev().take_while(laid).count();
        [middle - back, middle + points[middle..].iter().take_while(laid).count()]
    }

    /// What was laid.
    pub fn script(&self) -> &Script {
        self.script
    }

    fn pole(&self, name: char) -> &Pole {
        self.poles.iter().find(|p| p.name == name).unwrap_or(&self.poles[0])
    }

    /// The pole that crosses this one.
    fn other<'p>(&'p self, pole: &'p Pole) -> &'p Pole {
        self.poles.iter().find(|p| p.name != pole.name).unwrap_or(pole)
    }

    /// How far along `pole` the one that crosses it reaches.
    fn half(&self, pole: &Pole) -> f64 {
        let other = self.other(pole);
        other.radius / pole.along.cross(other.along).length()
    }

    /// The front one of two that cross.
    fn front(&self) -> &Pole {
        let by_height = |a: &&Pole, b: &&Pole| a.middle.z.total_cmp(&b.middle.z);
        self.poles.iter().max_by(by_height).unwrap_or(&self.poles[0])
    }

    fn wraps(&self) -> impl Iterator<Item = &Turns> {
        self.script.groups.iter().filter_map(|g| if let Group::Wrap(t) = g { Some(t) } else { None })
    }

    /// Lane of the outermost turn beside the crossing; beyond the last pole of a floor.
    fn outermost(&self, pole: &Pole) -> f64 {
        if self.script.floored() {
            return self.poles.iter().skip(1).map(|p| p.middle.x + p.radius).fold(0.0, f64::max) + 0.6;
        }
        let ends = if self.script.from_the_middle() { 2 } else { 1 };
        let most = ends * self.wraps().map(|t| t.count).max().unwrap_or(1);
        self.half(pole) + 0.6 + (most - 1) as f64 * PITCH
    }

    fn lead(&mut self, via: &[DVec3], at: (usize, f64), how: &Taut) {
        self.strand.lead(via, at, how, &self.poles);
    }

    fn start(&mut self, group: usize, pole: Option<char>, arms: &[Arm]) -> Result<(), Unlaid> {
        let (Some(name), Some(arm)) = (pole, arms.first()) else {
            return Err(Unlaid("a clove hitch is begun on one pole’s arm".into()));
        };
        let pole = self.pole(name).clone();
        let spare = 1.9 * (self.how.spread - 1.0);
        let (place, last, off) = if self.script.side_by_side() {
            (Place { at: -2.9 - spare, lanes: 1.0, side: DVec3::X }, 2.2, 1.0)
        } else if self.script.floored() {
            // It ends on the bearer's top, on its way over the first pole.
            let at = -(self.outermost(&pole) + 0.7 + 2.3 + spare);
            (Place { at, lanes: 1.0, side: DVec3::Y }, 2.01, 1.0)
        } else {
            let sign = arm.way().dot(pole.along).signum();
            let first = self.wraps().next().and_then(|t| t.word[0].arms.first().copied());
            let toward = first.map_or(DVec3::X, Arm::way);
            let side = (toward - pole.along * toward.dot(pole.along)).normalize_or(DVec3::X);
            let at = sign * (self.outermost(&pole) + 0.7 + 2.3 + spare);
            (Place { at, lanes: -sign, side }, 2.3, -sign)
        };
        let points = on_pole(&pole, &clove(-0.16, last, self.how.spread), &place);
        let away = -place.side + DVec3::Z * 0.05 + pole.along * 0.12 * off;
        self.strand.lay(points[0].0 + away * self.how.tail, group, 0.01);
        self.lead(&[points[0].0], (group, 0.01), &Taut::default());
        self.hitch(&points, group);
        Ok(())
    }

    /// A hitch's points; how far it is tied goes from 0 to 1.
    fn hitch(&mut self, points: &[(DVec3, f64)], group: usize) {
        let whole = points.last().map_or(1.0, |p| p.1);
        for (at, turn) in &points[1..] {
            self.strand.lay(*at, group, (turn / whole).clamp(0.02, 0.99));
        }
        if let Some(last) = self.strand.points.last_mut() {
            last.turn = 1.0;
        }
    }

    fn end(&mut self, group: usize, name: char, arm: Arm) {
        let pole = self.pole(name).clone();
        let here = self.strand.end().unwrap_or_default();
        let spare = 1.9 * (self.how.spread - 1.0);
        let (place, away) = if self.script.side_by_side() {
            (Place { at: self.top + BESIDE + spare, lanes: 1.0, side: DVec3::X }, 1.0)
        } else {
            let sign = arm.way().dot(pole.along).signum();
            let out = pole.out(here);
            let level = DVec3::new(out.x, out.y, 0.0);
            let side = if self.script.floored() { DVec3::Y } else { -level.normalize_or(DVec3::X) };
            let frapped = self.hull.iter().map(|p| (p[0] * pole.along.x + p[1] * pole.along.y).abs());
            let reach = frapped.fold(self.outermost(&pole), f64::max);
            (Place { at: sign * (reach + BESIDE + spare), lanes: sign, side }, sign)
        };
        let points = on_pole(&pole, &clove(-0.12, 2.2, self.how.spread), &place);
        self.lead(&[points[0].0], (group, 0.01), &Taut::default());
        self.hitch(&points, group);
        let last = points[points.len() - 1].0;
        let tail = last + (place.side + pole.along * 0.15 * away) * self.how.tail * 1.7;
        self.lead(&[tail], (group, 1.0), &Taut::default());
    }
}

/// The poles where they stand: the front of a crossing before the page, the back one behind it; side by side about the middle.
fn stand(script: &Script, radii: &[f64], apart: f64) -> Vec<Pole> {
    let crossed = !script.side_by_side();
    let frapped = |g: &Group| matches!(g, Group::Frap(turns) if turns.count > 0);
    let gap = if script.groups.iter().any(frapped) { GAP } else { WEDGED };
    let mut poles: Vec<Pole> = Vec::new();
    for (PoleLine { name, arm, lies }, radius) in script.poles.iter().zip(radii) {
        if *lies == Lies::Each {
            poles.extend(floor::poles(script, *name, arm.way(), *radius, apart));
            continue;
        }
        let middle = match lies {
            Lies::Each => DVec3::ZERO,
            Lies::On => DVec3::Z * *radius,
            Lies::First if crossed => DVec3::Z * -*radius,
            Lies::First => DVec3::ZERO,
            Lies::Beside(other) => {
                let beside = poles.iter().find(|p| p.name == *other);
                beside.map_or(DVec3::ZERO, |b| b.middle + DVec3::X * (b.radius + gap + radius))
            }
        };
        poles.push(Pole { name: *name, along: arm.way(), radius: *radius, middle });
    }
    if !crossed {
        let middle = poles.iter().map(|p| p.middle.x).sum::<f64>() / poles.len() as f64;
        poles.iter_mut().for_each(|p| p.middle.x -= middle);
    }
    poles
}

/// Before (1) or behind (−1).
const fn face(pass: &Pass) -> f64 {
    if pass.front { 1.0 } else { -1.0 }
}
