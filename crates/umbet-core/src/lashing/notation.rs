//! The notation of a lashing: poles, and words of passes.
//!
//! ```text
//! pole U n                                          a pole, along north
//! pole C e on U                                     C lies on U; side by side: "pole B n beside A"
//! pole A n on U each                                one for every turn, side by side on U: a floor on its bearer
//! start clove U s                                   begun on U's south arm
//! wrap 3  C+e U-n C+w U-s  lanes C out, U in        three turns: before C's east arm, behind U's north arm …
//! frap 2  C-e U+n C-w U+s                           two frapping turns
//! end clove C e
//! ```
//!
//! `start middle U s` begins with the middle of the cord behind U's south arm: what is written then is done with one end, and the same
//! mirrored with the other; `end reef U s` ties both.
//!
//! `+` passes before a pole, `-` behind; the letters after it are the arm it crosses. Over a crossing of two poles, `+we` passes
//! before both from west to east. Of poles side by side `AB+` passes the gap between A and B. On a floor `A+` passes over each of its
//! poles, `U-` under the bearer in the gap behind it.

use glam::DVec3;
use std::fmt;

/// A lashing as it is written.
#[derive(Debug, Clone, Default)]
pub struct Script {
    /// Its poles.
    pub poles: Vec<PoleLine>,
    /// What is laid, in order.
    pub groups: Vec<Group>,
}

/// A pole as it is written.
#[derive(Debug, Clone)]
pub struct PoleLine {
    /// Its letter.
    pub name: char,
    /// Which way it runs.
    pub arm: Arm,
    /// How it lies to another.
    pub lies: Lies,
}

/// How a pole lies.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Lies {
    /// First of all.
    First,
    /// Across and before another.
    On,
    /// One for every turn, side by side across and before another.
    Each,
    /// Side by side with another.
    Beside(char),
}

/// A direction of the drawing's plane.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Arm {
    /// Up.
    N,
    /// Down.
    S,
    /// Right.
    E,
    /// Left.
    W,
    /// Up and right.
    Ne,
    /// Up and left.
    Nw,
    /// Down and right.
    Se,
    /// Down and left.
    Sw,
}

impl Arm {
    /// Unit vector toward it.
    pub fn way(self) -> DVec3 {
        let (x, y) = match self {
            Self::N => (0.0, 1.0),
            Self::S => (0.0, -1.0),
            Self::E => (1.0, 0.0),
            Self::W => (-1.0, 0.0),
            Self::Ne => (1.0, 1.0),
            Self::Nw => (-1.0, 1.0),
            Self::Se => (1.0, -1.0),
            Self::Sw => (-1.0, -1.0),
        };
        DVec3::new(x, y, 0.0).normalize()
    }

    fn read(s: &str) -> Option<Self> {
        Some(match s {
            "n" => Self::N,
            "s" => Self::S,
            "e" => Self::E,
            "w" => Self::W,
            "ne" => Self::Ne,
            "nw" => Self::Nw,
            "se" => Self::Se,
            "sw" => Self::Sw,
            _ => return None,
        })
    }
}

/// A stretch of cord of one sort.
#[derive(Debug, Clone)]
pub enum Group {
    /// The hitch it begins with, on a pole's arm; over a crossing from one arm to another.
    Start(Hitch, Option<char>, Vec<Arm>),
    /// Turns that bind the poles.
    Wrap(Turns),
    /// Turns round those, between the poles.
    Frap(Turns),
    /// What it ends with, on a pole's arm.
    End(Finish, char, Arm),
}

/// What a lashing begins with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Hitch {
    /// On one pole.
    Clove,
    /// Round both poles, where they cross.
    Timber,
    /// The middle of the cord behind a pole: both ends work.
    Middle,
}

impl Hitch {
    /// Id of the same in the catalogue of knots.
    pub const fn knot(self) -> Option<&'static str> {
        match self {
            Self::Clove => Some("clove-hitch"),
            Self::Timber => Some("timber-hitch"),
            Self::Middle => None,
        }
    }
}

/// What a lashing ends with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Finish {
    /// A clove hitch on one pole.
    Clove,
    /// A reef knot of both ends, before a pole.
    Reef,
}

impl Finish {
    /// Id of the same in the catalogue of knots.
    pub const fn knot(self) -> &'static str {
        match self {
            Self::Clove => "clove-hitch",
            Self::Reef => "reef",
        }
    }
}

/// Turns alike.
#[derive(Debug, Clone)]
pub struct Turns {
    /// How many.
    pub count: usize,
    /// The passes of one turn.
    pub word: Vec<Pass>,
    /// Poles on which each turn lies inside the last.
    pub inward: Vec<char>,
}

/// One pass of a pole, of a crossing, or of a gap.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Pass {
    /// The pole, or the two beside the gap; none over a crossing.
    pub poles: Vec<char>,
    /// Before it.
    pub front: bool,
    /// The arm crossed, or from which to which.
    pub arms: Vec<Arm>,
}

impl Arm {
    /// The same seen in a mirror.
    const fn mirrored(self) -> Self {
        match self {
            Self::E => Self::W,
            Self::W => Self::E,
            Self::Ne => Self::Nw,
            Self::Nw => Self::Ne,
            Self::Se => Self::Sw,
            Self::Sw => Self::Se,
            same => same,
        }
    }
}

impl Turns {
    /// The same with the other end: mirrored.
    pub fn mirrored(&self) -> Self {
        let pass = |p: &Pass| Pass { arms: p.arms.iter().map(|a| a.mirrored()).collect(), ..p.clone() };
        Self { word: self.word.iter().map(pass).collect(), ..self.clone() }
    }
}

/// A line that cannot be read.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Unreadable {
    /// Its number, from 1.
    pub line: usize,
    /// What is wrong.
    pub says: String,
}

impl fmt::Display for Unreadable {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        write!(f, "line {}: {}", self.line, self.says)
    }
}

/// Reads a lashing.
///
/// # Errors
/// The line and what is wrong with it.
pub fn parse(text: &str) -> Result<Script, Unreadable> {
    let mut script = Script::default();
    for (i, raw) in text.lines().enumerate() {
        let line = raw.split('#').next().unwrap_or_default().trim();
        if !line.is_empty() {
            script.line(line).map_err(|says| Unreadable { line: i + 1, says })?;
        }
    }
    script.whole().map_err(|says| Unreadable { line: text.lines().count(), says })?;
    Ok(script)
}

impl Script {
    fn line(&mut self, line: &str) -> Result<(), String> {
        let words: Vec<&str> = line.split_whitespace().collect();
        match words[0] {
            "pole" => self.pole(&words),
            "start" => {
                let (hitch, rest) = match words.get(1..) {
                    Some(["clove", pole, arm]) => (Hitch::Clove, (Some(self.known(pole)?), arm)),
                    Some(["timber", arms]) => (Hitch::Timber, (None, arms)),
                    Some(["middle", pole, arm]) => (Hitch::Middle, (Some(self.known(pole)?), arm)),
                    _ => return Err("write `start clove U s`, `start timber we` or `start middle U s`".into()),
                };
                self.groups.push(Group::Start(hitch, rest.0, arms(rest.1)?));
                Ok(())
            }
            "end" => match words.get(1..) {
                Some([how @ ("clove" | "reef"), pole, arm]) => {
                    let arm = Arm::read(arm).ok_or_else(|| format!("`{arm}` is no arm"))?;
                    let finish = if *how == "reef" { Finish::Reef } else { Finish::Clove };
                    self.groups.push(Group::End(finish, self.known(pole)?, arm));
                    Ok(())
                }
                _ => Err("write `end clove C e` or `end reef U s`".into()),
            },
            "wrap" => self.turns(line).map(|t| self.groups.push(Group::Wrap(t))),
            "frap" => self.turns(line).map(|t| self.groups.push(Group::Frap(t))),
            other => Err(format!("`{other}` is not one of pole, start, wrap, frap, end")),
        }
    }

    fn pole(&mut self, words: &[&str]) -> Result<(), String> {
        let usage = || "write `pole U n`, `pole C e on U` or `pole B n beside A`".to_owned();
        let name = words.get(1).and_then(|w| one(w)).ok_or_else(usage)?;
        if self.poles.iter().any(|p| p.name == name) {
            return Err(format!("pole {name} is there twice"));
        }
        let arm = words.get(2).and_then(|w| Arm::read(w)).ok_or_else(usage)?;
        let lies = match words.get(3..) {
            Some([]) => Lies::First,
            Some(["on", other]) => self.known(other).map(|_| Lies::On)?,
            Some(["on", other, "each"]) => self.known(other).map(|_| Lies::Each)?,
            Some(["beside", other]) => Lies::Beside(self.known(other)?),
            _ => return Err(usage()),
        };
        self.poles.push(PoleLine { name, arm, lies });
        Ok(())
    }

    fn turns(&self, line: &str) -> Result<Turns, String> {
        let (passes, lanes) = line.split_once(" lanes ").unwrap_or((line, ""));
        let mut words = passes.split_whitespace().skip(1);
        let count: usize = words.next().and_then(|w| w.parse().ok()).ok_or("say how many turns")?;
        if !(1..=MOST).contains(&count) {
            return Err(format!("{count} turns: 1 to {MOST}"));
        }
        let word = words.map(|w| self.pass(w)).collect::<Result<Vec<_>, _>>()?;
        if word.len() < 2 {
            return Err("a turn passes two places at least".into());
        }
        let mut inward = Vec::new();
        for lane in lanes.split(',').map(str::trim).filter(|l| !l.is_empty()) {
            match lane.split_whitespace().collect::<Vec<_>>().as_slice() {
                [pole, "in"] => inward.push(self.known(pole)?),
                [pole, "out"] => drop(self.known(pole)?),
                _ => return Err(format!("`{lane}`: write `C out` or `U in`")),
            }
        }
        Ok(Turns { count, word, inward })
    }

    fn pass(&self, word: &str) -> Result<Pass, String> {
        let at = word.find(['+', '-']).ok_or_else(|| format!("`{word}` says neither before (+) nor behind (-)"))?;
        let poles = word[..at].chars().map(|c| self.known(&c.to_string())).collect::<Result<Vec<_>, _>>()?;
        let arms = arms(&word[at + 1..])?;
        Ok(Pass { poles, front: &word[at..=at] == "+", arms })
    }

    fn known(&self, name: &str) -> Result<char, String> {
        let name = one(name).ok_or_else(|| format!("`{name}` is no pole’s letter"))?;
        let known = self.poles.iter().any(|p| p.name == name);
        known.then_some(name).ok_or_else(|| format!("there is no pole {name}"))
    }

    /// The poles are side by side, not crossed.
    pub fn side_by_side(&self) -> bool {
        self.poles.iter().all(|p| !matches!(p.lies, Lies::On | Lies::Each))
    }

    /// A floor of poles, one for every turn, on a bearer.
    pub fn floored(&self) -> bool {
        self.poles.iter().any(|p| p.lies == Lies::Each)
    }

    /// It is begun with the middle of the cord: both ends work.
    pub fn from_the_middle(&self) -> bool {
        matches!(self.groups.first(), Some(Group::Start(Hitch::Middle, ..)))
    }

    fn whole(&self) -> Result<(), String> {
        let (first, last) = (self.groups.first(), self.groups.last());
        if !matches!(first, Some(Group::Start(..))) || !matches!(last, Some(Group::End(..))) {
            return Err("a lashing begins with `start` and ends with `end`".into());
        }
        if !self.groups.iter().any(|g| matches!(g, Group::Wrap(_))) {
            return Err("without a `wrap` nothing binds the poles".into());
        }
        if self.poles.len() < 2 {
            return Err("a lashing binds two poles at least".into());
        }
        let reefed = matches!(last, Some(Group::End(Finish::Reef, ..)));
        if self.from_the_middle() != reefed {
            return Err("begun with the `middle` of the cord it ends with a `reef` of both ends, and only so".into());
        }
        if self.from_the_middle() && (self.side_by_side() || self.floored()) {
            return Err("only two poles that cross are lashed from the `middle` of the cord".into());
        }
        if !self.side_by_side() && self.poles.len() != 2 {
            return Err("only two poles cross at one place".into());
        }
        Ok(())
    }
}

/// Most turns of one sort.
pub const MOST: usize = 16;

fn one(word: &str) -> Option<char> {
    let mut chars = word.chars();
    chars.next().filter(|c| c.is_ascii_uppercase() && chars.next().is_none())
}

/// One arm, or two written together as `we`, `se`, `sn`; two letters that name one arm (`se`) are that arm.
fn arms(text: &str) -> Result<Vec<Arm>, String> {
    if text.is_empty() {
        return Ok(Vec::new());
    }
    if let Some(arm) = Arm::read(text) {
        return Ok(vec![arm]);
    }
    let each = text.chars().map(|c| Arm::read(&c.to_string())).collect::<Option<Vec<_>>>();
    each.filter(|a| a.len() == 2).ok_or_else(|| format!("`{text}` is no arm"))
}
