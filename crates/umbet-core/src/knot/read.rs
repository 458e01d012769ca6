//! A knot read from its file: its path built, its moves and telltales placed on it.

use super::entry::{Drawn, Entry, OtherWay, Step};
use super::notation::{self, NotationError};
use super::path::{KnotPath, PathError, Strand};
use super::spline::{interpolate, lengths};
use super::turns::turns;
use std::str::FromStr;
use std::sync::LazyLock;

/// A knot of the catalogue.
#[derive(Debug, Clone)]
pub struct Knot {
    /// Stable id, the file's name.
    pub id: String,
    /// The file as read.
    pub entry: Entry,
    /// The path built from it.
    pub path: KnotPath,
    /// For each step, how far each rope is laid.
    pub laid: Vec<Vec<Place>>,
    /// For each step, what the other hand does beside leading the rope.
    pub other_hand: Vec<OtherHand>,
    /// Places of the telltales.
    pub tells: Vec<Place>,
    /// Its other drawings, in the order of the file.
    pub drawn: Vec<KnotPath>,
    /// For each other way of tying it, the rope after each move where it lies otherwise than in this path.
    pub ways: Vec<Vec<Option<KnotPath>>>,
}

/// A place on a rope: waypoint `w` of rope number `rope`, on the way out or on the way back.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Place {
    /// Number of the rope.
    pub rope: usize,
    /// Waypoint, fractional between two.
    pub waypoint: f64,
    /// On the leg that runs back beside itself.
    pub back: bool,
    /// Where a move begins that is laid apart from what lies already, as when a bight is passed first; beyond
    /// `waypoint` when the rope is laid against the way it is written.
    pub from: Option<f64>,
}

/// A knot's file cannot be used.
#[derive(Debug, thiserror::Error)]
pub enum EntryError {
    /// Not TOML, or a field is missing or unknown.
    #[error("{0}")]
    Toml(#[from] toml::de::Error),
    /// The path cannot be read.
    #[error("path, {0}")]
    Notation(#[from] NotationError),
    /// The path is not what it says.
    #[error("path: {0}")]
    Path(#[from] PathError),
    /// A place names no rope or waypoint.
    #[error("`{0}` is no place on this knot; write a rope and a waypoint, such as A12 or, on the way back, A12'")]
    Place(String),
    /// Turns are stated where the path shows them.
    #[error("usage.turns: leave them out; the turns round the object are counted on the path")]
    Turns,
}

impl Knot {
    /// Reads a knot's file.
    ///
    /// # Errors
    /// [`EntryError`] names the field, the line of the path or the place that cannot be used.
    pub fn read(id: &str, text: &str) -> Result<Self, EntryError> {
        let mut entry: Entry = toml::from_str(text)?;
        let path = KnotPath::build(&notation::parse(&entry.path)?)?;
        if !path.poles.is_empty() {
            if entry.usage.turns > 0.0 {
                return Err(EntryError::Turns);
            }
            entry.usage.turns = turns(&path, entry.grip.stands);
        }
        let ends = |s: &Step| Ok(places(&s.upto, &path)?.into_iter().map(|p| in_open_air(p, &path)).collect());
        let laid = entry.step.iter().map(ends).collect::<Result<_, EntryError>>()?;
        let other_hand = entry.step.iter().map(|s| OtherHand::read(s, &path)).collect::<Result<_, _>>()?;
        let tells = entry.telltale.iter().map(|t| place(&t.at, &path)).collect::<Result<_, _>>()?;
        let ways = entry.way.iter().map(way).collect::<Result<_, _>>()?;
        let other = |d: &Drawn| Ok(KnotPath::build(&notation::parse(&d.path)?)?);
        let drawn = entry.drawn.iter().map(other).collect::<Result<_, EntryError>>()?;
        Ok(Self { id: id.to_owned(), entry, path, laid, other_hand, tells, drawn, ways })
    }

    /// The knot as it lies after move `pose` of its other way `way`, both counted from 0, and which of its own
    /// moves the picture shows next; `None` when there is no such move.
    pub fn posed(&self, way: usize, pose: usize) -> Option<(Self, Option<usize>)> {
        let other = self.entry.way.get(way)?;
        let moves = other.pose.get(pose)?.moves;
        let Some(path) = self.ways[way][pose].clone() else { return Some((self.clone(), moves)) };
        let mut posed = self.laid_as(path);
        posed.entry.mid_line = other.mid_line;
        Some((posed, None))
    }
}

fn way(other: &OtherWay) -> Result<Vec<Option<KnotPath>>, EntryError> {
    let path = |text: &String| Ok(KnotPath::build(&notation::parse(text)?)?);
    other.pose.iter().map(|p| p.path.as_ref().map(path).transpose()).collect()
}

/// Rope in a knot for each of its crossings, in diameters: 4.2 and 4.3 were measured on the dressed overhand and figure
/// eight; the tightest closed knots have 4.7 to 5.5 (Ashton, Cantarella, Piatek & Rawdon 2011).
const CROSSING_D: f64 = 4.5;

/// The fields of a user's own knot before its path is set.
static OWN: LazyLock<Entry> = LazyLock::new(|| match toml::from_str(include_str!("own.toml")) {
    Ok(entry) => entry,
    Err(e) => panic!("own.toml: {e}"),
});

impl Knot {
    /// A user's own knot: a name and a path in the notation, drawn as a whole.
    ///
    /// # Errors
    /// [`EntryError`] names the line of the path that cannot be used.
    pub fn own(name: &str, text: &str) -> Result<Self, EntryError> {
        let path = KnotPath::build(&notation::parse(text)?)?;
        let step = Step { short: "Tie".into(), say: "Tie it as drawn.".into(), ..Step::default() };
        let mut entry = Entry { name: name.to_owned(), path: text.to_owned(), step: vec![step], ..OWN.clone() };
        entry.usage.turns = turns(&path, entry.grip.stands);
        entry.usage.body_d = path.crossings.len() as f64 * CROSSING_D;
        let bare = Self {
            id: "own".into(),
            entry,
            path: path.clone(),
            laid: Vec::new(),
            other_hand: Vec::new(),
            tells: Vec::new(),
            drawn: Vec::new(),
            ways: Vec::new(),
        };
        Ok(bare.laid_as(path))
    }

    /// The same knot with its rope laid along another path, tied in one go and without telltales.
    #[must_use]
    pub fn laid_as(&self, path: KnotPath) -> Self {
        let end = |(rope, s): (usize, &Strand)| Place {
            rope,
            waypoint: s.along.last().copied().unwrap_or(0.0),
            back: s.back.is_some_and(|leg| leg.to == s.points.len()),
            from: None,
        };
        let laid = vec![path.strands.iter().enumerate().map(end).collect()];
        let entry = Entry { step: self.entry.step[..1].to_vec(), telltale: Vec::new(), ..self.entry.clone() };
        Self {
            id: self.id.clone(),
            entry,
            path,
            laid,
            other_hand: Vec::new(),
            tells: Vec::new(),
            drawn: Vec::new(),
            ways: Vec::new(),
        }
    }
}

/// What the hands do in a move, as its file has it.
#[derive(Debug, Clone, Default, PartialEq)]
pub struct OtherHand {
    /// A thumb holds together what is laid; `Knot::pinched` finds where.
    pub pinches: bool,
    /// What is hauled on: ends of rope, or a loop by its crown.
    pub hauls: Vec<Place>,
    /// The knot is slid along its standing part to what it is tied to.
    pub slides: bool,
}

impl OtherHand {
    /// Reads what a step of a file says.
    ///
    /// # Errors
    /// [`EntryError::Place`] names the place the path does not have.
    fn read(step: &Step, path: &KnotPath) -> Result<Self, EntryError> {
        let hauls = step.hauls.split_whitespace().map(|word| hauled(word, path)).collect::<Result<_, _>>()?;
        Ok(Self { pinches: !step.set, hauls, slides: step.slides })
    }
}

/// A place, or the crown of a fixed loop by the word `loop`.
fn hauled(word: &str, path: &KnotPath) -> Result<Place, EntryError> {
    let crown =
        |(rope, s): (usize, &Strand)| Some(Place { rope, waypoint: s.along[s.crown?], back: false, from: None });
    match word {
        "loop" => path.strands.iter().enumerate().find_map(crown).ok_or_else(|| EntryError::Place(word.to_owned())),
        _ => place(word, path),
    }
}

/// The same place, moved along its rope out of a crossing: a move ends in open air, past the crossing it has made or short of
/// the one it has still to make, so that its end is not seen to stand on either strand.
fn in_open_air(place: Place, path: &KnotPath) -> Place {
    /// Nearer than this to a crossing an end stands on it.
    const ON_IT: f64 = 0.9;
    /// As far as this from it an end is in open air.
    const CLEAR: f64 = 1.3;
    let strand = &path.strands[place.rope];
    let at = strand.index_at(place.waypoint, place.back);
    if at + 1 >= strand.points.len() {
        return place;
    }
    let run = lengths(strand.points.iter().map(|p| [p[0], p[1]]));
    let both = path.crossings.iter().flat_map(|c| [c.over, c.under]);
    let mut crossed: Vec<f64> = both.filter(|p| p.rope == place.rope).map(|p| interpolate(&run, p.index)).collect();
    crossed.sort_by(f64::total_cmp);
    let Some(nearest) =
        (0..crossed.len()).min_by(|a, b| (crossed[*a] - run[at]).abs().total_cmp(&(crossed[*b] - run[at]).abs()))
    else {
        return place;
    };
    let here = crossed[nearest];
    if (here - run[at]).abs() >= ON_IT {
        return place;
    }
    // Past it where it is made, short of it where it is not; half way to the next one where that is near.
    let to = if run[at] >= here - 1e-6 {
        let next = crossed.get(nearest + 1).copied().unwrap_or(f64::MAX);
        (here + CLEAR).min(here.midpoint(next)).min(run[run.len() - 1])
    } else {
        let before = nearest.checked_sub(1).map_or(0.0, |i| crossed[i]);
        (here - CLEAR).max(here.midpoint(before))
    };
    let index = run.partition_point(|&l| l < to).min(strand.points.len() - 1);
    let same_leg =
        strand.back.is_none_or(|leg| (leg.from..leg.to).contains(&index) == (leg.from..leg.to).contains(&at));
    if same_leg { Place { waypoint: strand.along[index], ..place } } else { place }
}

fn places(words: &str, path: &KnotPath) -> Result<Vec<Place>, EntryError> {
    words.split_whitespace().map(|w| place(w, path)).collect()
}

/// Reads a place on a path, such as `A12`, on the way back `A12'`, or a stretch, `A16-30`.
///
/// # Errors
/// [`EntryError::Place`] when there is no such place.
pub fn place(word: &str, path: &KnotPath) -> Result<Place, EntryError> {
    let wrong = || EntryError::Place(word.to_owned());
    let letters = word.find(|c: char| c.is_ascii_digit()).ok_or_else(wrong)?;
    let (name, rest) = word.split_at(letters);
    let rope = path.strands.iter().position(|s| s.name == name).ok_or_else(wrong)?;
    let (from, rest) = match rest.split_once('-') {
        Some((from, to)) => (Some(f64::from_str(from).map_err(|_| wrong())?), to),
        None => (None, rest),
    };
    let back = rest.ends_with('\'');
    let waypoint = f64::from_str(rest.trim_end_matches('\'')).map_err(|_| wrong())?;
    let strand = &path.strands[rope];
    let last = strand.along.iter().copied().fold(0.0, f64::max);
    if waypoint > last + 1e-9
        || from.is_some_and(|f| f > last || (f - waypoint).abs() < 1e-9)
        || (back && strand.back.is_none())
    {
        return Err(wrong());
    }
    Ok(Place { rope, waypoint, back, from })
}
