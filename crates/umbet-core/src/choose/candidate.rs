//! A knot's facts while it is judged, changed by the mends made to it.

use super::case::Case;
use crate::cord::Stiffness;
use crate::hold::{Element, Network, On};
use crate::knot::{Knot, Mend, Onto, Stands, Tail, Usage, Wear};
use crate::object::Finish;
use crate::situation::{Manner, Shape, Task};
use crate::units::{Band, Length};
use crate::usage::{Taken, ends, tail_length, taken};
use serde::{Deserialize, Serialize};

/// How it grips, in the order of security.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Grade {
    /// Less than the surface gives, with room.
    WithRoom,
    /// There is nothing to grip: it is tied in itself or on another cord.
    Itself,
    /// Within the surface's band.
    Barely,
    /// A fixed loop: stays, but slides.
    Slides,
    /// More than the surface gives.
    Slips,
}

/// Friction an object must give, estimated at both ends of what rope gives on rope.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Need {
    /// With the least friction of rope on rope.
    pub cautious: f64,
    /// With the most.
    pub hopeful: f64,
}

/// Room wanted above the need: 1.3 times (common practice).
pub const ROOM: f64 = 1.3;

/// A knot's facts, changed by the mends made to it.
#[derive(Debug, Clone)]
pub struct Candidate<'a> {
    /// The knot.
    pub knot: &'a Knot,
    pub(super) network: Vec<Element>,
    pub(super) turns_along: u32,
    pub(super) swinging: Wear,
    pub(super) jerking: Wear,
    pub(super) slack: Wear,
    pub(super) slick: Wear,
    pub(super) one_pull: bool,
    pub(super) moves: u32,
    pub(super) usage: Usage,
    pub(super) tail: Tail,
    pub(super) applied: Vec<Mend>,
}

impl<'a> Candidate<'a> {
    pub(super) fn new(knot: &'a Knot) -> Self {
        let e = &knot.entry;
        Self {
            knot,
            network: e.grip.network.clone(),
            turns_along: e.grip.turns_along,
            swinging: e.grip.swinging,
            jerking: e.grip.jerking,
            slack: e.grip.slack,
            slick: e.cord.slick,
            one_pull: e.release.one_pull,
            moves: e.hands.moves,
            usage: e.usage.clone(),
            tail: e.usage.tail,
            applied: Vec::new(),
        }
    }

    /// Mends made so far.
    pub fn mends(&self) -> &[Mend] {
        &self.applied
    }

    /// This mend is made.
    pub fn has(&self, mend: Mend) -> bool {
        self.applied.contains(&mend)
    }

    /// Something behind it keeps it from working loose.
    pub(super) fn secured(&self) -> bool {
        [Mend::BackupHalfHitch, Mend::StopperOnTail, Mend::Toggle].iter().any(|m| self.has(*m))
    }

    /// This mend can be made to this knot here, and is not made yet.
    pub(super) fn may(&self, mend: Mend, case: &Case<'_>) -> bool {
        let allowed = mend.always_possible() || self.knot.entry.mends.contains(&mend);
        // What holds the end holds what one pull was to free.
        let held = self.one_pull && matches!(mend, Mend::StopperOnTail | Mend::BackupHalfHitch)
            || self.secured() && mend == Mend::SlipLast;
        allowed && !held && !self.has(mend) && (case.s.end_free || !mend.wants_an_end())
    }

    /// With this mend made.
    pub(super) fn with(&self, mend: Mend) -> Self {
        let mut with = self.clone();
        with.mend(mend);
        with
    }

    /// How it comes onto what it is tied to here; `None` when it cannot be got there.
    pub(super) fn onto(&self, case: &Case<'_>) -> Option<Onto> {
        let s = case.s;
        let nothing = matches!(s.task, Task::MidLoop | Task::Stow | Task::OwnLoop | Task::Stop | Task::Join);
        let open = nothing || s.object.open_end;
        let possible = |o: &&Onto| (s.end_free || !o.with_end()) && (open || !o.over());
        self.knot.entry.hands.onto.iter().find(possible).copied()
    }

    /// How many thicknesses of rope go through an opening it is tied to.
    pub(super) fn strands_through(&self) -> u32 {
        let round = self.usage.turns.ceil().max(1.0) as u32;
        let by_bights = !self.knot.entry.hands.end();
        if by_bights { round.max(2) } else { round }
    }

    /// Friction the object must give for the hitch to lock, rope on rope giving the least it may, and the most; `None` where
    /// the model does not apply.
    pub fn grip_needed(&self, case: &Case<'_>) -> Option<Need> {
        // Where both parts pull there is no idle tail to hold.
        let no_tail = case.both_parts() && self.knot.entry.grip.stands == Stands::Rides;
        if self.network.is_empty() || !case.on_a_bar() || no_tail {
            return None;
        }
        let network = Network::new(&self.network, case.s.ratio());
        let at = |rope: f64| network.grip_needed(rope).unwrap_or(f64::INFINITY);
        let cautious = at(case.rope.low);
        let enough = cautious * ROOM <= case.surface.low;
        Some(Need { cautious, hopeful: if enough { cautious } else { at(case.rope.high) } })
    }

    /// Turns that lie on the object.
    pub(super) fn turns_on_the_object(&self) -> f64 {
        let on_it = |e: &Element| match e {
            Element::Wrap { turns, wrap: On::Object } => *turns,
            _ => 0.0,
        };
        self.network.iter().map(on_it).sum()
    }

    /// How it grips here, the friction needed being known.
    pub(super) fn grade_at(&self, need: Option<Need>, case: &Case<'_>) -> Grade {
        match (self.knot.entry.grip.stands, need) {
            (Stands::Loop, _) if case.on_a_bar() => Grade::Slides,
            (_, None) => Grade::Itself,
            (_, Some(n)) if n.cautious * ROOM <= case.surface.low && self.turns_to_spare(case) => Grade::WithRoom,
            (_, Some(n)) if n.hopeful <= case.surface.high => Grade::Barely,
            _ => Grade::Slips,
        }
    }

    /// A pull along a bar finds more turns than the least it wants, or a surface they bite into.
    pub(super) fn turns_to_spare(&self, case: &Case<'_>) -> bool {
        let bites = case.s.object.finish() == Finish::Rough || self.bites_arrises(case);
        !case.along_a_bar() || bites || self.turns_along > case.turns_wanted_along()
    }

    /// Turns drawn into the arrises of square stock bite there (common practice: the constrictor best of all).
    pub(super) fn bites_arrises(&self, case: &Case<'_>) -> bool {
        case.s.object.kind.shape == Shape::Square && self.knot.entry.grip.bites_arrises
    }

    /// Tail in this cord, in the thicker of two.
    pub fn tail(&self, case: &Case<'_>) -> Length {
        self.tails(case).into_iter().fold(Length::default(), Length::max)
    }

    /// The tail of each rope whose end it ties; none where it is made in the bight.
    pub(super) fn tails(&self, case: &Case<'_>) -> Vec<Length> {
        let in_the_bight = self.onto(case).is_some_and(|o| !o.with_end()) && self.knot.entry.hands.end();
        // Nor where both parts run on.
        let runs_on = case.both_parts() && self.knot.entry.grip.stands == Stands::Rides;
        let tail = if in_the_bight || runs_on { Tail { diameters: 0.0, least_m: 0.0 } } else { self.tail };
        self.ends(case).into_iter().map(|d| tail_length(tail, d)).collect()
    }

    /// Ropes whose ends it ties here.
    pub(super) fn ends(&self, case: &Case<'_>) -> Vec<Length> {
        match case.s.task {
            Task::Join | Task::Bind => {
                ends(self.knot, case.s.cord.diameter, case.s.second.as_ref().map(|c| c.diameter))
            }
            // What a bend is tied to then is no rope of ours.
            _ => vec![case.s.cord.diameter],
        }
    }

    /// Cord it takes here.
    pub fn cord(&self, case: &Case<'_>) -> Taken {
        let s = case.s;
        let girth = s.object.kind.section.girth(s.object.size, s.cord.diameter);
        let tails = self.tails(case);
        let tail = if tails.iter().all(|t| t.mm() < 0.5) { Tail { diameters: 0.0, least_m: 0.0 } } else { self.tail };
        taken(&self.usage, tail, &self.ends(case), girth)
    }
}

impl Candidate<'_> {
    /// Strength left at the weakest section, both ends of the estimate.
    pub fn strength_left(&self, case: &Case<'_>) -> Band {
        let kept = self.knot.entry.strength.kept;
        let first = case.s.cord.at_knot(kept);
        match case.s.second.map(|second| second.at_knot(kept)) {
            Some(second) if second.low < first.low => second,
            _ => first,
        }
    }

    /// How it bears the way it is pulled here; what moves by itself swings and jerks whatever else is said.
    pub fn wear(&self, case: &Case<'_>) -> Wear {
        let stiff =
            self.knot.entry.grip.slack_stiff.filter(|_| case.stiffness() == Stiffness::Stiff && !self.secured());
        let slack = stiff.map_or(self.slack, |s| s.max(self.slack));
        let said = match case.s.manner {
            Manner::Steady => Wear::Stays,
            Manner::Swinging => self.swinging,
            Manner::Jerking => self.jerking,
            Manner::SlackAndTight => slack,
            Manner::Flogging => self.jerking.max(slack),
        };
        if case.s.object.moves { said.max(self.swinging).max(self.jerking) } else { said }
    }

    /// The pull is so great a share of what the knotted cord bears that what jams has jammed; in thin wet cord sooner
    /// (common practice).
    pub fn heavy(&self, case: &Case<'_>) -> bool {
        const THIN_MM: f64 = 6.0;
        let thin_and_wet = case.s.cord.wet && case.s.cord.diameter.mm() < THIN_MM;
        let share = if thin_and_wet { 12.0 } else { 6.0 };
        !case.s.drawn_up_only() && case.s.force.n() > self.strength_left(case).low / share
    }
}
