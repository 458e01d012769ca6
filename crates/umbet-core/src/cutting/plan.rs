//! Lines and hanks put to the cutting-stock problem, cord by cord, and the answer told.

use super::lines::{Kept, Line, SEALED_M, Spare};
use super::problem::{Bar, Demand, Pattern};
use super::stock::solve;
use super::whole::{left_over, served_whole};
use crate::cord::{Construction, Cord, cord};
use crate::units::{Length, Reader};
use crate::words::{capital, listed, number};
use serde::Serialize;
use std::cmp::Reverse;
use std::collections::BTreeMap;

/// What is cut, from what.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CuttingPlan {
    /// In a sentence.
    pub says: String,
    /// Piece by piece.
    pub pieces: Vec<CutPiece>,
    /// What is bought.
    pub buy: Vec<Buy>,
    /// What cannot be cut from anything, each with what to do.
    pub cannot: Vec<String>,
    /// Cautions of cutting and sealing.
    pub cautions: Vec<String>,
}

/// A piece and what is cut from it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CutPiece {
    /// What it is called.
    pub from: String,
    /// It is bought for this.
    pub new: bool,
    /// Where it is kept; nothing where it is bought.
    pub kept: Option<Kept>,
    /// It serves as it is, and nothing is cut of it.
    pub whole: bool,
    /// Name of its cord.
    pub cord: String,
    /// Its length, metres.
    pub length_m: f64,
    /// The same in words.
    pub length: String,
    /// Cut from it, from one end.
    pub cuts: Vec<CutFrom>,
    /// The same told: lines of one name and length in a row once.
    pub told: Vec<CutAlike>,
    /// Left of it, metres.
    pub left_m: f64,
    /// The same in words.
    pub left: String,
    /// What is left is too short to be of use.
    pub useless: bool,
    /// What is left of it, in a sentence; empty where nothing is cut.
    pub remains: String,
    /// What is done with every end cut.
    pub ends: String,
}

/// One line cut from a piece.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CutFrom {
    /// What it is called.
    pub line: String,
    /// Where it begins, metres from the end the piece is cut from.
    pub from_m: f64,
    /// Its length with what sealing both ends takes, metres.
    pub length_m: f64,
    /// The same in words.
    pub length: String,
    /// The same as it is measured off between the hands.
    pub spans: String,
}

/// Lines of one name and length, cut one after another.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CutAlike {
    /// What each is called.
    pub line: String,
    /// Length of each, metres.
    pub length_m: f64,
    /// So many.
    pub times: u32,
    /// In words: `3 × guy, 2.50 m`.
    pub says: String,
    /// The length as it is measured off between the hands.
    pub spans: String,
}

impl CutAlike {
    fn all(cuts: &[CutFrom]) -> Vec<Self> {
        let alike = |a: &CutFrom, b: &CutFrom| a.line == b.line && (a.length_m - b.length_m).abs() < 1e-9;
        let told = |run: &[CutFrom]| {
            let (first, times) = (&run[0], run.len() as u32);
            let several = if times > 1 { format!("{times} × ") } else { String::new() };
            Self {
                line: first.line.clone(),
                length_m: first.length_m,
                times,
                says: format!("{several}{}, {}", first.line, first.length),
                spans: first.spans.clone(),
            }
        };
        cuts.chunk_by(alike).map(told).collect()
    }
}

/// Spools to buy.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Buy {
    /// Name of the cord.
    pub cord: String,
    /// How many.
    pub spools: u32,
    /// In a sentence, with how near that is to the least.
    pub says: String,
}

/// A spool's length where none is said (common practice), metres.
pub const SPOOL_M: f64 = 50.0;
/// What is left shorter than this is of little use (common practice: an arm's length), metres.
pub const LEAST_LEFT_M: f64 = 0.7;
/// Lengths are taken in whole centimetres, lines up and pieces down, so that nothing comes out short.
const PER_M: f64 = 100.0;
/// Cutting a piece of the kit costs next to nothing beside buying a spool; a longer one more than a shorter.
const OF_KIT: f64 = 1e-3;

/// What is done with an end, by what the cord is of: natural fibre chars, synthetics melt, wire frays (common practice).
const MELTED: &str = "Melt each end and smooth it on a stick.";
const WHIPPED: &str = "Whip each end before it is cut; natural fibre is never melted.";
const TAPED: &str = "Tape each end before it is cut, with side cutters.";

fn ends(cord: &Cord) -> &'static str {
    match cord.construction {
        _ if cord.natural() => WHIPPED,
        Construction::Wire => TAPED,
        _ => MELTED,
    }
}

fn cm_up(m: f64) -> u32 {
    (m * PER_M - 1e-6).ceil().max(1.0) as u32
}

fn cm_down(m: f64) -> u32 {
    (m * PER_M + 1e-6).floor().max(0.0) as u32
}

/// Which piece each line is cut from: the fewest spools of `spool_m` are bought, and of the kit the shorter pieces are cut first.
pub fn plan(lines: &[Line], kit: &[Spare], spool_m: f64, reader: &Reader) -> CuttingPlan {
    // What wants its colour takes first; what does not, of what is left.
    let mut by_cord: BTreeMap<(&str, bool, Reverse<&str>), Vec<&Line>> = BTreeMap::new();
    for l in lines.iter().filter(|l| l.times > 0) {
        by_cord.entry((&l.kind, l.worn, Reverse(&l.colour))).or_default().push(l);
    }
    let mut used: Vec<Used> = Vec::new();
    let mut all = CuttingPlan {
        says: String::new(),
        pieces: Vec::new(),
        buy: Vec::new(),
        cannot: Vec::new(),
        cautions: Vec::new(),
    };
    for ((kind, worn, Reverse(colour)), lines) in by_cord {
        let of_it = |s: &&Spare| s.kind == kind && s.worn == worn && (colour.is_empty() || s.colour == colour);
        let kit: Vec<&Spare> =
            kit.iter().filter(of_it).filter(|s| !used.iter().any(|u| std::ptr::eq(u.spare, *s))).collect();
        let served = served_whole(&lines, &kit);
        let of_whole = |i: usize| !served.iter().any(|(_, piece)| *piece == i) && !kit[i].made_up;
        let lines = left_over(&lines, &served);
        let whole: Vec<_> = served.iter().map(|(l, piece)| (*l, kit[*piece])).collect();
        let mut kit: Vec<Used> = (0..kit.len()).filter(|i| of_whole(*i)).map(|i| Used::none_of(kit[i])).collect();
        kit.extend(used.iter().filter(|u| of_it(&u.spare) && u.left_m > SEALED_M).copied());
        used.retain(|u| !kit.iter().any(|k| std::ptr::eq(k.spare, u.spare)));
        used.extend(whole.iter().map(|(_, spare)| Used { spare, left_m: 0.0 }));
        used.extend(OfCord { kind, colour, lines, kit, spool_m, reader }.cut(&whole, &mut all));
    }
    all.says = said(&all);
    if all.pieces.iter().any(|p| p.ends == MELTED) {
        all.cautions.push(
            "Melted ends drip and burn the skin, and fume: out of doors, away from the face, no hand below.".into(),
        );
    }
    all
}

fn said(all: &CuttingPlan) -> String {
    let several = |n: usize, one: &str, many: &str| {
        if n == 1 { format!("one {one}") } else { format!("{} {many}", number(n as u32)) }
    };
    let lines: usize = all.pieces.iter().map(|p| p.cuts.len()).sum();
    let of_kit = all.pieces.iter().filter(|p| !p.new).count();
    let bought: u32 = all.buy.iter().map(|b| b.spools).sum();
    let mut from = Vec::new();
    if of_kit > 0 {
        from.push(several(of_kit, "piece of the kit", "pieces of the kit"));
    }
    if bought > 0 {
        from.push(several(bought as usize, "new spool", "new spools"));
    }
    if lines == 0 {
        return if all.cannot.is_empty() { "Nothing to cut." } else { "Nothing here is long enough." }.into();
    }
    capital(&format!("{} from {}.", several(lines, "line", "lines"), from.join(" and ")))
}

/// A piece, and how much of it no line has taken yet.
#[derive(Clone, Copy)]
struct Used<'a> {
    spare: &'a Spare,
    left_m: f64,
}

impl<'a> Used<'a> {
    const fn none_of(spare: &'a Spare) -> Self {
        Self { spare, left_m: spare.length_m }
    }
}

struct OfCord<'a> {
    kind: &'a str,
    colour: &'a str,
    lines: Vec<Line>,
    kit: Vec<Used<'a>>,
    spool_m: f64,
    reader: &'a Reader,
}

impl<'a> OfCord<'a> {
    fn name(&self) -> String {
        let name = cord(self.kind).map_or_else(|| self.kind.to_owned(), |c| c.said(c.diameter, self.reader));
        if self.colour.is_empty() { name } else { format!("{name}, {}", self.colour) }
    }

    /// Like lengths are one demand, whatever the lines are called.
    fn demands(&self) -> Vec<Demand> {
        let mut all: Vec<Demand> = Vec::new();
        for l in &self.lines {
            let length = cm_up(l.length_m + SEALED_M);
            match all.iter_mut().find(|d| d.length == length) {
                Some(d) => d.times += l.times as u32,
                None => all.push(Demand { length, times: l.times as u32 }),
            }
        }
        all
    }

    /// Pieces of one length are one bar, so many times: by its length, the pieces.
    fn alike(&self) -> Vec<(u32, Vec<usize>)> {
        let shortest = self.lines.iter().map(|l| cm_up(l.length_m + SEALED_M)).min().unwrap_or(0);
        let mut all: BTreeMap<u32, Vec<usize>> = BTreeMap::new();
        for (i, piece) in self.kit.iter().enumerate() {
            all.entry(cm_down(piece.left_m)).or_default().push(i);
        }
        all.into_iter().filter(|(length, _)| *length >= shortest).collect()
    }

    fn bars(&self, alike: &[(u32, Vec<usize>)]) -> Vec<Bar> {
        let longest = alike.last().map_or(1.0, |(length, _)| f64::from(*length)).max(1.0);
        let of_kit = alike.iter().map(|(length, pieces)| Bar {
            length: *length,
            limit: Some(pieces.len() as u32),
            cost: OF_KIT * (1.0 + f64::from(*length) / longest) / self.kit.len() as f64,
        });
        of_kit.chain([Bar { length: cm_down(self.spool_m), limit: None, cost: 1.0 }]).collect()
    }

    /// Cuts its lines; tells which pieces of the kit it took, and what is left of each.
    fn cut(&self, whole: &[(&Line, &Spare)], all: &mut CuttingPlan) -> Vec<Used<'a>> {
        all.pieces.extend(whole.iter().map(|(line, spare)| self.whole(line, spare)));
        let (demands, mut alike) = (self.demands(), self.alike());
        let solved = solve(&demands, &self.bars(&alike));
        let mut names = self.names(&demands);
        let mut bought = 0;
        let (mut pieces, mut took) = (Vec::new(), Vec::new());
        for (pattern, times) in &solved.used {
            for _ in 0..*times {
                let piece = alike.get_mut(pattern.bar).and_then(|(_, pieces)| pieces.pop()).map(|i| self.kit[i]);
                bought += u32::from(piece.is_none());
                let cut = self.piece(pattern, piece, bought, &demands, &mut names);
                took.extend(piece.map(|p| Used { left_m: cut.left_m, ..p }));
                pieces.push(cut);
            }
        }
        pieces.sort_by(|a, b| a.new.cmp(&b.new).then(b.length_m.total_cmp(&a.length_m)));
        // A piece that other lines were cut of before has one picture.
        for piece in pieces {
            let before =
                |p: &&mut CutPiece| !p.new && !piece.new && !p.whole && p.kept == piece.kept && p.from == piece.from;
            match all.pieces.iter_mut().find(before) {
                Some(p) => {
                    p.cuts.extend(piece.cuts);
                    (p.left_m, p.left, p.useless) = (piece.left_m, piece.left, piece.useless);
                }
                None => all.pieces.push(piece),
            }
        }
        if bought > 0 {
            all.buy.push(self.buy(bought, (solved.bound - 2.0 * OF_KIT - 1e-6).ceil()));
        }
        for (d, n) in demands.iter().zip(&solved.uncut).filter(|(_, n)| **n > 0) {
            let like = names
                .get_mut(&d.length)
                .map_or_else(Vec::new, |names| names.split_off(names.len().saturating_sub(*n as usize)));
            all.cannot.push(self.cannot(&like, f64::from(d.length) / PER_M));
        }
        took
    }

    /// Lines of one length that nothing is long enough for, each by its name.
    fn cannot(&self, like: &[String], each_m: f64) -> String {
        let mut counts: BTreeMap<&str, usize> = BTreeMap::new();
        for name in like {
            *counts.entry(name).or_default() += 1;
        }
        let counts: Vec<String> = counts.iter().map(|(name, n)| format!("{n} × {name}")).collect();
        format!(
            "{}, {}: longer than a spool of {} and than what is left of the kit. Join two, or take a longer spool.",
            listed(&counts),
            self.reader.length_up(Length::from_m(each_m)),
            self.reader.length_up(Length::from_m(self.spool_m))
        )
    }

    /// Names of the lines of each length, to be taken from the end.
    fn names(&self, demands: &[Demand]) -> BTreeMap<u32, Vec<String>> {
        let mut all: BTreeMap<u32, Vec<String>> = demands.iter().map(|d| (d.length, Vec::new())).collect();
        for l in self.lines.iter().rev() {
            if let Some(names) = all.get_mut(&cm_up(l.length_m + SEALED_M)) {
                names.extend(std::iter::repeat_n(l.name.clone(), l.times));
            }
        }
        all
    }

    /// A piece that serves as it is.
    fn whole(&self, line: &Line, spare: &Spare) -> CutPiece {
        let length = Length::from_m(spare.length_m);
        let (words, spans) = (self.reader.length(length), self.reader.spans_and_hands(length));
        let cuts = vec![CutFrom {
            line: line.name.clone(),
            from_m: 0.0,
            length_m: spare.length_m,
            length: words.clone(),
            spans,
        }];
        CutPiece {
            from: spare.name.clone(),
            new: false,
            kept: spare.kept,
            whole: true,
            cord: self.name(),
            length_m: spare.length_m,
            length: words,
            told: CutAlike::all(&cuts),
            cuts,
            left_m: 0.0,
            left: self.reader.length(Length::from_m(0.0)),
            useless: false,
            remains: String::new(),
            ends: "It serves as it is.".into(),
        }
    }

    fn piece(
        &self,
        pattern: &Pattern,
        piece: Option<Used<'_>>,
        nth: u32,
        demands: &[Demand],
        names: &mut BTreeMap<u32, Vec<String>>,
    ) -> CutPiece {
        let m = |m: f64| self.reader.length(Length::from_m(m));
        let spare = piece.map(|p| p.spare);
        let length_m = spare.map_or(self.spool_m, |s| s.length_m);
        let mut order: Vec<usize> = (0..demands.len()).filter(|i| pattern.counts[*i] > 0).collect();
        order.sort_by_key(|i| std::cmp::Reverse(demands[*i].length));
        let (mut cuts, mut from_m) = (Vec::new(), 0.0);
        for i in order {
            let each_m = f64::from(demands[i].length) / PER_M;
            for _ in 0..pattern.counts[i] {
                let line = names.get_mut(&demands[i].length).and_then(Vec::pop).unwrap_or_default();
                let length = self.reader.length_up(Length::from_m(each_m));
                let spans = self.reader.spans_and_hands(Length::from_m(each_m));
                cuts.push(CutFrom { line, from_m, length_m: each_m, length, spans });
                from_m += each_m;
            }
        }
        let left_m = (piece.map_or(self.spool_m, |p| p.left_m) - from_m).max(0.0);
        let useless = left_m > 0.005 && left_m < LEAST_LEFT_M;
        let remains = match (left_m > 0.005, useless) {
            (false, _) => "Nothing left.".to_owned(),
            (true, true) => format!("Left: {}, too short for much.", m(left_m)),
            (true, false) => format!("Left: {}.", m(left_m)),
        };
        CutPiece {
            from: spare.map_or_else(|| format!("New spool {nth}"), |s| s.name.clone()),
            new: spare.is_none(),
            kept: spare.and_then(|s| s.kept),
            whole: false,
            cord: self.name(),
            length_m,
            length: m(length_m),
            told: CutAlike::all(&cuts),
            cuts,
            left_m,
            left: m(left_m),
            useless,
            remains,
            ends: cord(self.kind).map_or(MELTED, ends).into(),
        }
    }

    fn buy(&self, spools: u32, least: f64) -> Buy {
        let each = self.reader.length(Length::from_m(self.spool_m));
        let least = least as u32;
        let proof = if spools <= least.max(1) {
            "the fewest there can be".to_owned()
        } else {
            format!("{} at the fewest", number(least))
        };
        let name = self.name();
        let says = format!(
            "{} of {each}, {name}: {proof}.",
            capital(&if spools == 1 { "one spool".to_owned() } else { format!("{} spools", number(spools)) })
        );
        Buy { cord: name, spools, says }
    }
}
