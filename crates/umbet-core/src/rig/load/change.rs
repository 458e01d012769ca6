//! The smallest change that keeps everything: tried, not guessed. Each is laid, reckoned and compared by what it holds and by
//! the cord it takes.

use super::draft::{ItemShape, Load, LoadDraft, PassDraft, PassKind};
use super::held::{Hold, Movement, Pressed, holds};
use crate::rig::Impossible;
use crate::rig::tighten::Tighten;
use crate::units::{Length, Reader};
use serde::Serialize;

/// A change to a load, and what it does.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LoadRemedy {
    /// What to do.
    pub says: String,
    /// What is the slackest then.
    pub then: String,
    /// Everything is kept then.
    pub keeps_all: bool,
    /// Cord it takes beyond what is there, metres.
    pub cord_m: f64,
    /// Its line's number, where it is a line more.
    pub line: Option<usize>,
    /// The load with it.
    pub draft: LoadDraft,
}

/// A load with its lines laid, and how far it is kept.
#[derive(Debug, Clone)]
pub struct Reckoned {
    /// As the lines lie.
    pub pressed: Pressed,
    /// How far each thing is kept.
    pub holds: Vec<Hold>,
}

impl Load {
    /// Lays its lines and reckons what they keep.
    ///
    /// # Errors
    /// A line that cannot lie so.
    pub fn reckoned(&self) -> Result<Reckoned, Impossible> {
        let lay = |(n, p): (usize, &PassDraft)| self.laid(n, p);
        let laid = self.said.passes.iter().enumerate().map(lay).collect::<Result<Vec<_>, _>>()?;
        let pulls = laid.iter().map(|l| self.pulls(l)).collect();
        let pressed = Pressed { laid, pulls };
        let holds = holds(self, &pressed);
        Ok(Reckoned { pressed, holds })
    }
}

impl Reckoned {
    /// What is kept least, measured by what is asked.
    pub fn slackest(&self) -> Option<&Hold> {
        self.holds.iter().filter(|h| h.ratio().is_finite()).min_by(|a, b| a.ratio().total_cmp(&b.ratio()))
    }

    fn all_kept(&self) -> bool {
        self.holds.iter().all(Hold::kept)
    }

    fn cord_m(&self) -> f64 {
        self.pressed.laid.iter().map(super::pass::Laid::length_m).sum()
    }

    /// What falls short, all together: how far a change still leaves it.
    fn short(&self) -> f64 {
        self.holds.iter().map(|h| (1.0 - h.ratio()).max(0.0)).sum()
    }
}

/// One change to try: what it is called, and the load with it.
struct Try {
    says: String,
    draft: LoadDraft,
    line: Option<usize>,
    /// Of so many single changes.
    steps: usize,
}

/// How small a change is: what it leaves short, then how many things are to be done, then the cord it takes.
struct Rank {
    short: f64,
    steps: usize,
    cord_m: f64,
}

impl Rank {
    fn total_cmp(&self, other: &Self) -> std::cmp::Ordering {
        let short = self.short.total_cmp(&other.short);
        short.then(self.steps.cmp(&other.steps)).then(self.cord_m.total_cmp(&other.cord_m))
    }
}

/// Least that counts as a help.
const HELPS: f64 = 0.02;
/// So many are offered.
const OFFERED: usize = 3;

/// Changes that help, those that keep everything first, by the cord they take.
pub fn remedies(load: &Load, now: &Reckoned, reader: &Reader) -> Vec<LoadRemedy> {
    if now.all_kept() || load.items.is_empty() {
        return Vec::new();
    }
    let Some(slack) = now.slackest() else { return Vec::new() };
    let single = tries(load, slack, &load.said);
    let mut all: Vec<(LoadRemedy, Rank)> = single.iter().filter_map(|t| tried(t, now, reader)).collect();
    if !all.iter().any(|(r, _)| r.keeps_all) {
        // One change more upon each that helps.
        let two: Vec<Try> = all.iter().flat_map(|(first, _)| further(first)).collect();
        all.extend(two.iter().filter_map(|t| tried(t, now, reader)));
    }
    all.sort_by(|(_, a), (_, b)| a.total_cmp(b));
    let mut offered: Vec<LoadRemedy> = Vec::new();
    for (remedy, _) in all {
        // Two changes are one, whichever is made first.
        if offered.len() < OFFERED && !offered.iter().any(|o| o.draft == remedy.draft) {
            offered.push(remedy);
        }
    }
    offered
}

fn further(first: &LoadRemedy) -> Vec<Try> {
    let Ok(load) = Load::read(&first.draft) else { return Vec::new() };
    let Ok(now) = load.reckoned() else { return Vec::new() };
    let Some(slack) = now.slackest() else { return Vec::new() };
    let joined =
        |t: Try| Try { says: format!("{} {}", first.says, t.says), line: first.line.or(t.line), steps: 2, ..t };
    tries(&load, slack, &first.draft).into_iter().map(joined).collect()
}

fn tried(t: &Try, now: &Reckoned, reader: &Reader) -> Option<(LoadRemedy, Rank)> {
    let then = Load::read(&t.draft).ok()?.reckoned().ok()?;
    if now.short() - then.short() < HELPS {
        return None;
    }
    let cord_m = (then.cord_m() - now.cord_m()).max(0.0);
    let keeps_all = then.all_kept();
    let left = then.slackest().map_or_else(|| "Everything leans on something.".to_owned(), |h| h.says.clone());
    let then_says =
        if keeps_all { format!("Then everything is kept. The slackest: {left}") } else { format!("Then: {left}") };
    let cord =
        if cord_m > 0.0 { format!(" ({} of cord.)", reader.length_up(Length::from_m(cord_m))) } else { String::new() };
    let says = format!("{}{cord}", t.says);
    let remedy = LoadRemedy { says, then: then_says, keeps_all, cord_m, line: t.line, draft: t.draft.clone() };
    let rank = Rank { short: if keeps_all { 0.0 } else { then.short() }, steps: t.steps, cord_m };
    Some((remedy, rank))
}

/// Everything that could help the slackest thing.
fn tries(load: &Load, slack: &Hold, draft: &LoadDraft) -> Vec<Try> {
    let mut all = Vec::new();
    // What stands on another thing slides with it: help where it is, and where it stands.
    let things = [Some(slack.item), load.items[slack.item].stands_on];
    for i in things.into_iter().flatten() {
        let item = &load.items[i];
        let name = item.said.the();
        if item.said.shape == ItemShape::Lying && !item.said.chocked {
            all.push(change(draft, format!("Chock {name} on both sides."), |d| d.items[i].chocked = true));
        }
        if item.said.on != "mat" {
            all.push(change(draft, format!("A grip mat under {name}."), |d| "mat".clone_into(&mut d.items[i].on)));
        }
        all.extend(lines(load, i, slack.movement, draft));
    }
    if draft.tighten != Tighten::Looped {
        all.push(change(draft, "Tighten through a loop and round the ring.".into(), |d| d.tighten = Tighten::Looped));
    }
    all
}

fn change(draft: &LoadDraft, says: String, make: impl FnOnce(&mut LoadDraft)) -> Try {
    let mut draft = draft.clone();
    make(&mut draft);
    Try { says, draft, line: None, steps: 1 }
}

/// A line more, every way it can be laid between rings that lie across from each other.
fn lines(load: &Load, item: usize, movement: Movement, draft: &LoadDraft) -> Vec<Try> {
    let kinds: &[PassKind] = match movement {
        Movement::Forward => &[PassKind::RoundFront, PassKind::Over],
        Movement::Rearward => &[PassKind::RoundBack, PassKind::Over],
        Movement::Tip => &[PassKind::Over, PassKind::RoundFront, PassKind::RoundBack],
        _ => &[PassKind::Over],
    };
    let n = draft.passes.len();
    let name = load.items[item].said.the();
    let mut all = Vec::new();
    for kind in kinds {
        let fits = pairs(load).into_iter().filter_map(|rings| {
            let pass = PassDraft { kind: *kind, item, rings, padded: load.items[item].said.sharp };
            let laid = load.laid(n, &pass).ok()?;
            let same = draft.passes.iter().any(|p| p.kind == *kind && p.item == item && p.rings == rings);
            (!same).then(|| (pass, laid.length_m()))
        });
        // The shortest few of each kind.
        let mut fits: Vec<(PassDraft, f64)> = fits.collect();
        fits.sort_by(|a, b| a.1.total_cmp(&b.1));
        // What swings is kept by a line away from the one it swings about: each place is tried.
        let tried = if movement == Movement::Swing { fits.len() } else { TRIED };
        for (pass, _) in fits.into_iter().take(tried) {
            let [a, b] = pass.rings.map(|r| r + 1);
            let says = format!("Line {} {} {name}, ring {a} to ring {b}.", n + 1, kind.words());
            let mut with = change(draft, says, |d| d.passes.push(pass));
            with.line = Some(n);
            all.push(with);
        }
    }
    all
}

/// Of each kind of line so many are tried.
const TRIED: usize = 3;

/// Rings across from each other: from each on the left the nearest on the right.
fn pairs(load: &Load) -> Vec<[usize; 2]> {
    let rings = &load.said.deck.rings;
    let left = (0..rings.len()).filter(|i| rings[*i].at_m[1] < 0.0);
    let nearest = |i: usize| {
        let apart = |k: &usize| (rings[*k].at_m[0] - rings[i].at_m[0]).abs();
        (0..rings.len()).filter(|k| rings[*k].at_m[1] > 0.0).min_by(|a, b| apart(a).total_cmp(&apart(b)))
    };
    left.filter_map(|i| Some([i, nearest(i)?])).collect()
}
