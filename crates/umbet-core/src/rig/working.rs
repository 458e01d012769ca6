//! A line at work, judged alike in every rig: what it is of, whether it bears what is put on it, and whether hands can hold it.

use super::faults::Impossible;
use super::joint::Joint;
use super::part::Part;
use crate::cord::{Construction, Cord, cords, serves_made_up};
use crate::situation::{Release, UsedCord};
use crate::units::{Band, Force, Length, Reader};
use crate::words::capital;

/// Share of a cord's strength kept at the weakest knot of a line (rescue-rope manuals, recalled).
pub const KEPT: Band = Band { low: 0.6, high: 0.7 };

/// A cord is used to this share of its strength at a knot, the weakest section, and no further (common practice for gear: a fifth).
pub const LEAST_MARGIN: f64 = 5.0;

/// What a rig asks of its line.
#[derive(Debug, Clone, Copy, PartialEq, Eq, serde::Serialize, serde::Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum LineWork {
    /// Turned round poles and frapped.
    Lashed,
    /// Knotted, and to stay through jerks.
    Tethered,
    /// Drawn taut between two anchors.
    Strung,
    /// Knotted, drawn taut and moved by wind.
    Pitched,
    /// Drawn over a load.
    OverLoad,
    /// Hauled on by hand.
    Hauled,
    /// Something hangs from it and stays so.
    Hung,
}

impl LineWork {
    /// All of them.
    pub const ALL: [Self; 7] =
        [Self::Hauled, Self::Hung, Self::Strung, Self::OverLoad, Self::Tethered, Self::Lashed, Self::Pitched];

    /// What the line does, in words.
    pub const fn words(self) -> &'static str {
        match self {
            Self::Hauled => "hauled on by hand",
            Self::Hung => "something hangs from it",
            Self::Strung => "drawn taut between two anchors",
            Self::OverLoad => "drawn over a load",
            Self::Tethered => "knotted, and stays through jerks",
            Self::Lashed => "turned round poles and frapped",
            Self::Pitched => "knotted, drawn taut and moved by wind",
        }
    }

    /// Why a line so made is no line for this; nothing where it is (common practice).
    fn unfit(self, made: Construction) -> Option<&'static str> {
        match (made, self) {
            (Construction::Shock, Self::Lashed) => {
                Some("Elastic cord holds no lashing: it gives as far as it is pulled.")
            }
            (Construction::Shock, Self::Hauled) => {
                Some("Elastic cord stretches until what is on it comes loose, and then flings it.")
            }
            (Construction::Shock, Self::OverLoad) => {
                Some("Elastic cord holds nothing down: it gives as the load moves.")
            }
            (Construction::Shock, Self::Hung) => Some("Elastic cord hangs nothing level: it gives with every weight."),
            (Construction::Shock, Self::Tethered) => {
                Some("Elastic cord flings back what it holds, and no knot stays in it.")
            }
            (Construction::Shock, Self::Strung | Self::Pitched) => {
                Some("Elastic cord makes no taut line: it gives as far as it is pulled, and no knot stays in it.")
            }
            (Construction::Webbing, Self::Lashed) => Some("Webbing lies flat: its turns cannot be frapped tight."),
            (Construction::Webbing, Self::Tethered | Self::Pitched | Self::Hauled | Self::Hung) => {
                Some("Webbing lies flat: it takes a sling or a loop, and no hitch that bites.")
            }
            (Construction::Wire, Self::Lashed) => Some("Wire does not draw tight by hand and cuts into the poles."),
            (Construction::Wire, Self::Tethered) => Some("Wire takes no knot that jerks do not cut or open."),
            (Construction::Wire, Self::Hauled) => Some("Wire is not hauled by hand: its broken ends tear the skin."),
            (Construction::Wire, Self::OverLoad | Self::Pitched) => {
                Some("Wire takes no hitch that can be drawn taut by hand: it wants fittings made for it.")
            }
            _ => None,
        }
    }

    /// What is taken in its place.
    const fn instead(self) -> &'static str {
        match self {
            Self::Lashed => "Take rope, cord or twine.",
            _ => "Take rope or cord.",
        }
    }
}

/// Whether a cord is a line for this work.
///
/// # Errors
/// Why not, and what to take.
pub fn fit(cord: &UsedCord, work: LineWork) -> Result<(), Impossible> {
    match work.unfit(cord.kind.construction) {
        Some(why) => Err(Impossible(format!("{why} {}", work.instead()))),
        None => Ok(()),
    }
}

/// Thinnest line one hauls on with bare hands, millimetres (common practice).
const HELD_MM: f64 = 9.0;
/// A pull so small is held on any line, newtons (common practice: ten kilograms).
const HELD_N: f64 = 100.0;

/// Hands that haul on it so hard are cut by it.
pub fn cuts_hands(cord: &UsedCord, pull_n: f64, reader: &Reader) -> Option<String> {
    (cord.diameter.mm() < HELD_MM && pull_n > HELD_N).then(|| {
        format!(
            "{} cuts the hands: haul on sticks hitched into it, or on thicker rope.",
            capital(&cord.kind.said(cord.diameter, reader))
        )
    })
}

/// A line under a pull it is to bear so many times.
#[derive(Debug, Clone, Copy)]
pub struct Strained<'a> {
    /// The line as it is judged.
    pub part: &'a Part,
    /// Its cord.
    pub cord: &'a UsedCord,
    /// What it does.
    pub work: LineWork,
    /// It is to bear the pull so many times at its knot.
    pub least: f64,
    /// Its name within a sentence: `the line`.
    pub name: &'a str,
    /// What helps besides stronger cord.
    pub or: &'a str,
}

impl Strained<'_> {
    /// What is wrong with it, and what to change; nothing where it bears what it is to bear.
    pub fn says(&self, reader: &Reader) -> Option<String> {
        let m = self.part.margin;
        let used = if m.high < 1.0 {
            "parts under it, est.".to_owned()
        } else if m.low < 1.0 {
            "may part under it, est.".to_owned()
        } else if m.low < self.least {
            format!("bears more than a {} of what it is good for at its knot", share(self.least))
        } else {
            return None;
        };
        Some(format!("{} {used}: {}.", capital(self.name), self.instead(reader)))
    }

    /// Refused where it parts for certain: nothing is hung or hoisted on it.
    ///
    /// # Errors
    /// What it bears, what is put on it, and what to take.
    pub fn holds(&self, reader: &Reader) -> Result<(), Impossible> {
        let [bears, pull] = &self.part.words;
        if self.part.margin.high >= 1.0 {
            return Ok(());
        }
        Err(Impossible(format!(
            "{} parts: it bears {bears} at its knot, est., and {pull} are put on it. {}.",
            capital(self.name),
            capital(&self.instead(reader))
        )))
    }

    fn instead(&self, reader: &Reader) -> String {
        // Where the pull comes of the cord's own stretch, another cord is pulled otherwise: none is named.
        if matches!(self.work, LineWork::Strung | LineWork::Pitched | LineWork::Tethered) {
            let what = if self.cord.kind.construction == Construction::Wire { "wire" } else { "cord" };
            return format!("take stronger {what}, or {}", self.or);
        }
        match self.stronger() {
            Some(c) => format!("take {}, or {}", c.said(c.diameter, reader), self.or),
            None => format!("no line of the list is strong enough; {}", self.or),
        }
    }

    /// The thinnest cord of the list that bears it as it is to, sound, as wet as this one.
    fn stronger(&self) -> Option<&'static Cord> {
        let bears = |c: &&'static Cord| {
            let used = UsedCord { kind: c, diameter: c.diameter, worn: false, ..*self.cord };
            used.at_knot(KEPT).low >= self.least * self.part.pull_n.high
        };
        let fits = |c: &&'static Cord| {
            self.work.unfit(c.construction).is_none()
                && (self.work != LineWork::Hauled || c.diameter.mm() >= HELD_MM)
                && !matches!(c.construction, Construction::Webbing | Construction::Wire)
        };
        let thinnest = |a: &&Cord, b: &&Cord| a.diameter.mm().total_cmp(&b.diameter.mm());
        cords().iter().filter(fits).filter(bears).min_by(thinnest)
    }
}

/// What a piece of the kit is looked for to do.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Asked {
    /// So long at least.
    pub length: Length,
    /// Under such a pull at its knot.
    pub pull: Force,
    /// Doing this.
    pub work: LineWork,
    /// In the wet.
    pub wet: bool,
}

/// A piece of the kit that is looked at.
#[derive(Debug, Clone, Copy)]
pub struct Had {
    /// Its cord, as it lies in the hand.
    pub cord: UsedCord,
    /// So long.
    pub length: Length,
    /// A loop or a stopper is made in its end: it is served as it is, and never cut.
    pub made_up: bool,
}

/// Whether a piece of cord does what is asked, with what that was reckoned from.
///
/// # Errors
/// Why it does not.
pub fn serves(had: &Had, asked: &Asked, reader: &Reader) -> Result<String, String> {
    let (cord, has) = (&had.cord, had.length);
    fit(cord, asked.work).map_err(|why| why.0)?;
    if has < asked.length {
        return Err(format!("It is {} short.", reader.length(asked.length - has)));
    }
    let over = has - asked.length;
    if had.made_up && !serves_made_up(has.m(), asked.length.m()) {
        let over = reader.length(over);
        return Err(format!("A knot is made in its end, so it is not cut, and {over} too much is no length to stow."));
    }
    let at_knot = UsedCord { wet: asked.wet, ..*cord }.at_knot(KEPT);
    let times = at_knot.low / asked.pull.n();
    let bears = reader.forces(at_knot);
    if times < LEAST_MARGIN {
        let used = if times < 1.0 { "it may part under it".to_owned() } else { format!("{times:.1} times the pull") };
        return Err(format!("At a knot it bears {bears}, est.: {used}, and {LEAST_MARGIN} times is wanted."));
    }
    if let (LineWork::Hauled, Some(cut)) = (asked.work, cuts_hands(cord, asked.pull.n(), reader)) {
        return Err(cut);
    }
    let left = match over.mm() < 5.0 {
        true => "and is just as long".to_owned(),
        false if had.made_up => format!("{} longer, to be stowed: it is not cut", reader.length(over)),
        false => format!("{} longer", reader.length(over)),
    };
    Ok(format!("At a knot it bears {bears}, est.: {times:.0} times the pull; {left}."))
}

/// A share in words.
fn share(least: f64) -> &'static str {
    match least.round() as u32 {
        0..=3 => "third",
        4..=5 => "fifth",
        _ => "tenth",
    }
}

/// Joints that nothing fits as they are asked, and what to give up.
pub fn unanswered(joints: &[Joint]) -> Vec<String> {
    let say = |j: &Joint| match j.situation.off {
        Some(Release::OnePull) => format!(
            "{}: nothing that one pull frees stays tied through this. Let it come off by hand, and on purpose.",
            j.name
        ),
        _ => format!("{}: nothing fits as it is asked. Open it in Choose: it says which wish to give up.", j.name),
    };
    joints.iter().filter(|j| j.knot.is_empty()).map(say).collect()
}
