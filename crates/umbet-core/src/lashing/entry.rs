//! A lashing's file: its words, its moves, and what it is proved by.

use super::lay::{How, Laying, Unlaid};
use super::notation::{Group, Script, Unreadable, parse};
use super::strand::length;
use super::suits::{Meet, Suits};
use super::word::word;
use crate::words::{capital, counted, number};
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// A lashing.
#[derive(Debug, Clone)]
pub struct Lashing {
    /// Stable id, its file's stem.
    pub id: String,
    /// Its name.
    pub name: String,
    /// Its name within a sentence.
    pub said: String,
    /// Other names.
    pub also: Vec<String>,
    /// How the poles meet that it binds.
    pub meet: Meet,
    /// What it suits, best first.
    pub suits: Vec<Suits>,
    /// What it is for.
    pub say: String,
    /// What it looks like when it is right, frapped or not.
    look: Vec<String>,
    /// What its frapping looks like then.
    frapped_look: Option<String>,
    /// What goes wrong: in a few words, and what follows.
    pub wrong: Vec<[String; 2]>,
    /// As it is written.
    pub script: Script,
    /// Word of one turn of each group of turns in the free group of the poles, where a turn closes; of a floor that of the whole
    /// cord.
    pub binds: Vec<String>,
    moves: Vec<[String; 3]>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    id: String,
    name: String,
    said: String,
    also: Vec<String>,
    meet: Meet,
    suits: Vec<Suits>,
    say: String,
    look: Vec<String>,
    #[serde(default)]
    frapped_look: Option<String>,
    wrong: Vec<[String; 2]>,
    path: String,
    binds: Vec<String>,
    moves: Vec<[String; 3]>,
}

/// A lashing's file cannot be used.
#[derive(Debug, thiserror::Error)]
pub enum LashingError {
    /// Not TOML, or not its shape.
    #[error("{0}")]
    Shape(#[from] toml::de::Error),
    /// Its path cannot be read.
    #[error("path, {0}")]
    Path(Unreadable),
    /// Its path cannot be laid.
    #[error("{0}")]
    Unlaid(Unlaid),
    /// A move names what is not in the path.
    #[error("move `{0}`: write a group of the path and how far, as `wrap 0.5`, `wrap2 all`")]
    Move(String),
    /// It does not bind the poles as its file says.
    #[error("a turn of {group} binds `{found}`, its file says `{said}`")]
    Binds {
        /// Which group.
        group: String,
        /// What the path gives.
        found: String,
        /// What the file says.
        said: String,
    },
}

/// Turns and frapping turns.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Counts {
    /// Turns that bind the poles, each way.
    pub turns: usize,
    /// Frapping turns, in each gap.
    pub frapping: usize,
}

impl Counts {
    /// As they are written.
    pub fn of(script: &Script) -> Self {
        let count = |frap: bool| {
            script.groups.iter().find_map(|g| match g {
                Group::Wrap(t) if !frap => Some(t.count),
                Group::Frap(t) if frap => Some(t.count),
                _ => None,
            })
        };
        Self { turns: count(false).unwrap_or(3), frapping: count(true).unwrap_or(0) }
    }
}

/// Least and most turns.
pub const TURNS: [usize; 2] = [2, 12];
/// Least and most frapping turns: some leave it off on shears.
pub const FRAPPING: [usize; 2] = [0, 6];

/// One move of tying.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Move {
    /// From which to which point the cord lies before it.
    pub lies: [usize; 2],
    /// The same after it: more at the working end, at the short one, or at both.
    pub then: [usize; 2],
    /// In a few words.
    pub short: String,
    /// In a sentence.
    pub say: String,
}

impl Lashing {
    /// Ids of the knots it begins and ends with.
    pub fn hitches(&self) -> impl Iterator<Item = &'static str> {
        self.script.groups.iter().filter_map(|group| match group {
            Group::Start(hitch, ..) => hitch.knot(),
            Group::End(finish, ..) => Some(finish.knot()),
            Group::Wrap(_) | Group::Frap(_) => None,
        })
    }

    /// Reads its file, lays it, and holds it to what it says.
    ///
    /// # Errors
    /// What is wrong with it.
    pub fn read(text: &str) -> Result<Self, LashingError> {
        let f: File = toml::from_str(text)?;
        let script = parse(&f.path).map_err(LashingError::Path)?;
        let lashing = Self {
            id: f.id,
            name: f.name,
            said: f.said,
            also: f.also,
            meet: f.meet,
            suits: f.suits,
            say: f.say,
            look: f.look,
            frapped_look: f.frapped_look,
            wrong: f.wrong,
            script,
            binds: f.binds,
            moves: f.moves,
        };
        lashing.proved()?;
        Ok(lashing)
    }

    /// Turns and frapping as its file has them.
    pub fn usual(&self) -> Counts {
        Counts::of(&self.script)
    }

    /// Turns and frapping turns of both ends, where both work.
    pub fn of_both_ends(&self, counts: Counts) -> Counts {
        let ends = if self.script.from_the_middle() { 2 } else { 1 };
        Counts { turns: ends * counts.turns, frapping: ends * counts.frapping }
    }

    /// What it looks like when it is right, with these turns.
    pub fn looks(&self, counts: Counts) -> Vec<&str> {
        let frapped = self.frapped_look.as_deref().filter(|_| counts.frapping > 0);
        self.look.iter().map(String::as_str).chain(frapped).collect()
    }

    /// "three turns each way, two frapping turns": of either or both, as a sentence says them.
    pub(crate) fn says_turns(&self, turns: Option<usize>, frapping: Option<usize>) -> String {
        let several = |of: fn(&Group) -> bool| self.script.groups.iter().filter(|g| of(g)).count() > 1;
        let ways = if several(|g| matches!(g, Group::Wrap(_))) { " each way" } else { "" };
        let gaps = if several(|g| matches!(g, Group::Frap(_))) { " in each gap" } else { "" };
        let turns = turns.map(|n| counted(n, "turn") + ways);
        let frapping = frapping.map(|n| counted(n, "frapping turn") + gaps);
        let both: Vec<String> = turns.into_iter().chain(frapping).collect();
        both.join(", ") + if self.script.from_the_middle() { " with each end" } else { "" }
    }

    /// It is frapped at all.
    pub fn frapped(&self) -> bool {
        self.script.groups.iter().any(|g| matches!(g, Group::Frap(_)))
    }

    /// The script with other numbers of turns.
    pub fn with(&self, counts: Counts) -> Script {
        let mut script = self.script.clone();
        for group in &mut script.groups {
            match group {
                Group::Wrap(t) => t.count = counts.turns,
                Group::Frap(t) => t.count = counts.frapping,
                Group::Start(..) | Group::End(..) => {}
            }
        }
        script
    }

    /// Its moves on a script laid.
    ///
    /// # Errors
    /// A move that names what is not there.
    pub fn moves(&self, laid: &Laying<'_>, counts: Counts) -> Result<Vec<Move>, LashingError> {
        let mut lies = laid.middle.map_or([0, 0], |m| [m, m]);
        let mut all = Vec::new();
        for [at, short, say] in &self.moves {
            let wrong = || LashingError::Move(at.clone());
            let (name, far) = at.split_once(' ').ok_or_else(wrong)?;
            let [before, then] = match (laid.worked_back, far) {
                (Some([_, hook, lead]), "loop") => [[lead, lead], [hook, lead]],
                (Some([tail, hook, lead]), "hook") => [[hook, lead], [tail, lead]],
                (Some([tail, _, lead]), "tail") => {
                    lies = [0, lead];
                    [[tail, lead], lies]
                }
                _ => {
                    let group = named(&laid_groups(laid), name).ok_or_else(wrong)?;
                    let far = if far == "all" { f64::MAX } else { far.parse().map_err(|_| wrong())? };
                    let before = lies;
                    lies = laid.laid_by(group, far + 1e-6);
                    [before, lies]
                }
            };
            let (turns, frapping) = (number(counts.turns as u32), number(counts.frapping as u32));
            let say = say
                .replace("{turns}", &turns)
                .replace("{frapping}", &frapping)
                .replace("{Frapping}", &capital(&frapping));
            // With as many turns as have been described one by one there are no more to make.
            if before != then {
                all.push(Move { lies: before, then, short: short.clone(), say });
            }
        }
        Ok(all)
    }

    fn proved(&self) -> Result<(), LashingError> {
        let radii = vec![4.0; self.script.poles.len()];
        let laid = Laying::lay(&self.script, &radii, How::TIGHT).map_err(LashingError::Unlaid)?;
        self.moves(&laid, self.usual())?;
        let line = laid.strand.line();
        let groups = laid_groups(&laid);
        let mut binds = self.binds.iter();
        for (i, group) in self.script.groups.iter().enumerate() {
            // Begun with the middle of the cord each end binds as the other does, mirrored: one is read.
            let read = laid.middle.unwrap_or(0)..line.len();
            let points: Vec<usize> = read.filter(|k| laid.strand.points[*k].group == i).collect();
            let (Some(first), Some(last)) = (points.first(), points.last()) else { continue };
            let of_group = &line[first.saturating_sub(1)..=*last];
            let (bound, said) = match group {
                Group::Wrap(t) => match binds.next() {
                    // Each pole of a floor is bound beyond the ones before it: no turn has a word of its own, the whole cord has.
                    Some(whole) if self.script.floored() => (&line[..], whole.clone()),
                    Some(turn) => (of_group, turn.repeat(t.count)),
                    None => continue,
                },
                Group::Frap(_) => (of_group, "1".to_owned()),
                Group::Start(..) | Group::End(..) => continue,
            };
            let found = word(&laid.poles, bound);
            if found != said {
                return Err(LashingError::Binds { group: groups[i].clone(), found, said });
            }
        }
        Ok(())
    }
}

/// Names of the groups: `start`, `wrap`, `wrap2`, `frap` …
fn laid_groups(laid: &Laying<'_>) -> Vec<String> {
    let mut seen: Vec<&str> = Vec::new();
    laid.script()
        .groups
        .iter()
        .map(|g| {
            let kind = match g {
                Group::Start(..) => "start",
                Group::Wrap(_) => "wrap",
                Group::Frap(_) => "frap",
                Group::End(..) => "end",
            };
            seen.push(kind);
            let nth = seen.iter().filter(|k| **k == kind).count();
            if nth > 1 { format!("{kind}{nth}") } else { kind.to_owned() }
        })
        .collect()
}

fn named(groups: &[String], name: &str) -> Option<usize> {
    groups.iter().position(|g| g == name)
}

/// Cord of each part of a lashing, in diameters of the cord.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Cord {
    /// The hitch it begins with.
    pub start: f64,
    /// Turns.
    pub turns: f64,
    /// Frapping.
    pub frapping: f64,
    /// The hitch it ends with.
    pub end: f64,
}

impl Cord {
    /// All of it.
    pub fn total(&self) -> f64 {
        self.start + self.turns + self.frapping + self.end
    }

    /// Of a lashing laid tight.
    pub fn of(laid: &Laying<'_>) -> Self {
        let mut cord = Self::default();
        let line = laid.strand.line();
        for (w, p) in line.windows(2).zip(&laid.strand.points[1..]) {
            let part = match laid.script().groups[p.group] {
                Group::Start(..) => &mut cord.start,
                Group::Wrap(_) => &mut cord.turns,
                Group::Frap(_) => &mut cord.frapping,
                Group::End(..) => &mut cord.end,
            };
            *part += length(w);
        }
        cord
    }
}

/// Files of the catalogue, by id.
mod files {
    include!(concat!(env!("OUT_DIR"), "/lashing_files.rs"));

    /// Id and text of each.
    pub fn all() -> &'static [(&'static str, &'static str)] {
        LASHING_FILES
    }
}

/// Every lashing's file, as it is built in.
pub fn lashing_files() -> &'static [(&'static str, &'static str)] {
    files::all()
}

/// Every lashing there is.
///
/// # Panics
/// When a built-in file is faulty, which the tests rule out.
pub fn lashings() -> &'static [Lashing] {
    static ALL: LazyLock<Vec<Lashing>> = LazyLock::new(|| {
        let read = |(id, text): &(&str, &str)| {
            Lashing::read(text).unwrap_or_else(|fault| panic!("catalogue/lashings/{id}.toml: {fault}"))
        };
        files::all().iter().map(read).collect()
    });
    &ALL
}

/// The lashing with this id.
pub fn lashing(id: &str) -> Option<&'static Lashing> {
    lashings().iter().find(|l| l.id == id)
}
