//! A knot's facts while it is judged, and the case it is judged for.

use crate::cord::Stiffness;
use crate::hold::{Element, Network, On};
use crate::knot::Mend;
use crate::knot::{Knot, Stands, Tail, Usage, Wear};
use crate::object::Finish;
use crate::situation::{Manner, Shape, Situation, Task, Way};
use crate::units::{Band, Force, Length, Reader};
use crate::usage::{Taken, ends, tail_length, taken};
use serde::{Deserialize, Serialize};

/// A situation with the numbers every rule asks for.
pub struct Case<'a> {
    /// The situation.
    pub s: &'a Situation,
    /// Who reads the answer.
    pub reader: Reader,
    /// Friction of the cord on the surface, an estimate.
    pub surface: Band,
    /// Friction of the cord on itself, an estimate.
    pub rope: Band,
}

impl<'a> Case<'a> {
    /// Reckons the case's numbers.
    pub fn new(s: &'a Situation, reader: Reader) -> Self {
        Self { s, reader, surface: s.surface_friction(), rope: s.rope_friction() }
    }

    /// The object is a round or square bar whose grip matters.
    pub fn on_a_bar(&self) -> bool {
        use Shape::{Bundle, Log, Peg, Pipe, Post, Ring, Rope, Square};
        let bar = matches!(self.s.object.kind.shape, Post | Pipe | Square | Log | Bundle | Rope | Peg | Ring);
        bar && matches!(self.s.task, Task::MakeFast | Task::Guy | Task::Drag | Task::Bind)
    }

    /// It pulls along a bar, one way or either.
    pub fn along_a_bar(&self) -> bool {
        matches!(self.s.way, Way::Along | Way::EitherWay) && self.on_a_bar()
    }

    /// Turns a pull along the bar wants: two on rough, three on smooth, five on slick (common practice).
    pub fn turns_wanted_along(&self) -> u32 {
        match self.s.object.material.finish {
            Finish::Rough => 2,
            Finish::Smooth => 3,
            Finish::Slick => 5,
        }
    }

    /// Either cord slides on itself.
    pub fn slick(&self) -> bool {
        self.s.cord.kind.slick() || self.s.second.is_some_and(|c| c.kind.slick())
    }

    /// The stiffest of the cords.
    pub fn stiffness(&self) -> Stiffness {
        self.s.second.map_or(self.s.cord.kind.stiffness, |c| c.kind.stiffness.max(self.s.cord.kind.stiffness))
    }

    /// How many times the pull the cord should bear: five steady, ten in jerks (common practice).
    pub fn working_share(&self) -> f64 {
        match self.s.manner {
            Manner::Steady | Manner::Swinging | Manner::SlackAndTight => 5.0,
            Manner::Jerking | Manner::Flogging => 10.0,
        }
    }

    /// Strength the weakest cord should have new, so that the knotted, wet or worn line bears the pull.
    pub fn strength_wanted(&self, c: &Candidate<'_>) -> Force {
        let kept = c.knot.entry.strength.kept.low * wet_and_wear(&self.s.cord);
        self.s.force * self.working_share() / kept
    }

    /// Strength left at the weakest section, both ends of the estimate.
    pub fn strength_left(&self, c: &Candidate<'_>) -> Band {
        let kept = c.knot.entry.strength.kept;
        let one = |cord: &crate::situation::UsedCord| {
            let k = wet_and_wear(cord);
            // A cord thicker or thinner than its kind's own is taken as strong as its section.
            let section = (cord.diameter / cord.kind.diameter).powi(2);
            Band::new(
                cord.kind.strength_n.low * kept.low * k * section,
                cord.kind.strength_n.high * kept.high * k * section,
            )
        };
        let first = one(&self.s.cord);
        match &self.s.second {
            Some(second) if one(second).low < first.low => one(second),
            _ => first,
        }
    }
}

/// Share of new strength left in wet or worn cord; worn counts three quarters (common practice).
fn wet_and_wear(c: &crate::situation::UsedCord) -> f64 {
    let wet = if c.wet { c.kind.wet_strength } else { 1.0 };
    wet * if c.worn { 0.75 } else { 1.0 }
}

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
    pub(super) locked: bool,
    pub(super) doubled: bool,
    pub(super) backed: bool,
    pub(super) padded: bool,
    pub(super) moves: u32,
    pub(super) usage: Usage,
    pub(super) tail: Tail,
    pub(super) strength_wanted_n: f64,
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
            locked: false,
            doubled: false,
            backed: false,
            padded: false,
            moves: e.hands.moves,
            usage: e.usage.clone(),
            tail: e.usage.tail,
            strength_wanted_n: 0.0,
            applied: Vec::new(),
        }
    }

    /// Mends made so far.
    pub fn mends(&self) -> &[Mend] {
        &self.applied
    }

    /// How often a mend has been made.
    pub fn times(&self, mend: Mend) -> usize {
        self.applied.iter().filter(|m| **m == mend).count()
    }

    /// This mend can be made to this knot here, and not too often yet.
    pub(super) fn may(&self, mend: Mend, case: &Case<'_>) -> bool {
        let allowed = mend.always_possible() || self.knot.entry.mends.contains(&mend);
        let hitched_behind = self.backed && mend == Mend::SlipLast;
        allowed && !hitched_behind && (case.s.end_free || !mend.wants_an_end()) && self.times(mend) < mend.most()
    }

    /// With this mend made.
    pub(super) fn with(&self, mend: Mend, case: &Case<'_>) -> Self {
        let mut with = self.clone();
        with.mend(mend, case);
        with
    }

    /// Friction the object must give for the hitch to lock; `None` where the model does not apply.
    pub fn grip_needed(&self, case: &Case<'_>) -> Option<f64> {
        if self.network.is_empty() || !case.on_a_bar() {
            return None;
        }
        let network = Network::new(&self.network, case.s.ratio());
        Some(network.grip_needed(case.rope.low).unwrap_or(f64::INFINITY))
    }

    /// Turns that lie on the object.
    pub(super) fn turns_on_the_object(&self) -> f64 {
        let on_it = |e: &Element| match e {
            Element::Wrap { turns, wrap: On::Object } => *turns,
            _ => 0.0,
        };
        self.network.iter().map(on_it).sum()
    }

    /// How it grips here.
    pub fn grade(&self, case: &Case<'_>) -> Grade {
        self.grade_at(self.grip_needed(case), case)
    }

    /// How it grips here, the friction needed being known.
    pub(super) fn grade_at(&self, need: Option<f64>, case: &Case<'_>) -> Grade {
        match (self.knot.entry.grip.stands, need) {
            (Stands::Loop, _) if case.on_a_bar() => Grade::Slides,
            (_, None) => Grade::Itself,
            (_, Some(need)) if need * ROOM <= case.surface.low && self.turns_to_spare(case) => Grade::WithRoom,
            (_, Some(need)) if need <= case.surface.high => Grade::Barely,
            _ => Grade::Slips,
        }
    }

    /// A pull along a bar finds more turns than the least it wants, or a surface they bite into.
    pub(super) fn turns_to_spare(&self, case: &Case<'_>) -> bool {
        let bites = case.s.object.material.finish == Finish::Rough;
        !case.along_a_bar() || bites || self.turns_along > case.turns_wanted_along()
    }

    /// Tail in this cord, in the thicker of two.
    pub fn tail(&self, case: &Case<'_>) -> Length {
        self.tails(case).into_iter().fold(Length::default(), Length::max)
    }

    /// The tail of each rope whose end it ties.
    pub(super) fn tails(&self, case: &Case<'_>) -> Vec<Length> {
        self.ends(case).into_iter().map(|d| tail_length(self.tail, d)).collect()
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
        taken(&self.usage, self.tail, &self.ends(case), girth)
    }
}
