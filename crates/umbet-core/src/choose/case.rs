//! A situation with the numbers and the habits every rule asks for.

use super::reached_for::{Class, class_of};
use crate::cord::Stiffness;
use crate::object::{Finish, object_kind, surface};
use crate::situation::{Manner, Shape, Situation, Task, Way};
use crate::units::{Band, Force, Reader};

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
    /// What instructors reach for in such a situation, first to last.
    pub class: Option<&'static Class>,
    /// Whether a cord too weak for the pull is refused; not where the pull is a gust whose consequences are told elsewhere.
    pub asks_strength: bool,
}

/// Steady: a fifth of the strength. Jerks, a moving thing, a load overhead: a tenth (common practice).
const STEADY: f64 = 5.0;
const SHOCK: f64 = 10.0;
/// What is drawn up by hand need only not break under the hand, which draws less hard on thin twine (common practice).
const DRAWN_UP: f64 = 1.0;

impl<'a> Case<'a> {
    /// Reckons the case's numbers.
    pub fn new(s: &'a Situation, reader: Reader) -> Self {
        let (surface, rope) = (s.surface_friction(), s.rope_friction());
        Self { s, reader, surface, rope, class: class_of(s), asks_strength: true }
    }

    /// The object is a bar, ring, hook or peg whose grip matters.
    pub fn on_a_bar(&self) -> bool {
        use Shape::{Bundle, Clip, Hook, Log, Peg, Pipe, Post, Ring, Rope, Square};
        let bar =
            matches!(self.s.object.kind.shape, Post | Pipe | Square | Log | Bundle | Rope | Peg | Ring | Hook | Clip);
        bar && matches!(self.s.task, Task::MakeFast | Task::Guy | Task::Drag | Task::Bind | Task::Hoist | Task::EndLoop)
    }

    /// It pulls along a bar, one way or either.
    pub fn along_a_bar(&self) -> bool {
        let has_a_length = !matches!(self.s.object.kind.shape, Shape::Ring | Shape::Hook | Shape::Clip);
        matches!(self.s.way, Way::Along | Way::EitherWay) && has_a_length && self.on_a_bar()
    }

    /// The line is loaded on both its parts.
    pub fn both_parts(&self) -> bool {
        matches!(self.s.way, Way::AlongLine | Way::BothParts)
    }

    /// Turns a pull along the bar wants: two on rough, three on smooth, five on slick (common practice).
    pub fn turns_wanted_along(&self) -> u32 {
        match self.s.object.finish() {
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

    /// How many times the pull the cord should bear.
    pub fn working_share(&self) -> f64 {
        if self.s.drawn_up_only() {
            return DRAWN_UP;
        }
        let shocks = matches!(self.s.manner, Manner::Jerking | Manner::Flogging);
        if shocks || self.s.object.moves || self.s.overhead { SHOCK } else { STEADY }
    }

    /// The object in words that stand after `a` or alone: `smooth steel`, `a rough-barked post`, `the rope`.
    pub fn thing(&self) -> String {
        let o = &self.s.object;
        let face = &o.material.name;
        let article = if face.starts_with(['a', 'e', 'i', 'o', 'u']) { "an" } else { "a" };
        let coat = match o.coat {
            crate::situation::Coat::Clean => "",
            crate::situation::Coat::Mud => "muddy ",
            crate::situation::Coat::Ice => "iced ",
        };
        match o.kind.shape {
            Shape::Post => format!("{article} {face} post").replace("a iced", "an iced"),
            Shape::Log => format!("{article} {face} pole"),
            Shape::Rope => "the other rope".into(),
            Shape::Peg | Shape::Ring | Shape::Hook | Shape::Clip => o.kind.the.clone(),
            _ if o.kind.faced => format!("{coat}{face}"),
            _ => o.kind.the.clone(),
        }
    }

    /// What the person's haul sets up through the purchase's loop and round this object, with the friction of both turns: in a
    /// clip the line rubs on metal, else on rope.
    pub fn reached(&self, over_clip: bool) -> Band {
        let at_loop = surface(&object_kind(Shape::Clip).surface).filter(|_| over_clip).map_or(self.rope, |clip| {
            let metal = if self.s.cord.wet { clip.wet } else { clip.dry };
            metal.scaled(self.s.cord.kind.grip)
        });
        crate::statics::purchase::looped_band(self.s.haul.n(), at_loop, self.surface)
    }

    /// A force in the reader's words.
    pub fn force(&self, n: f64) -> String {
        self.reader.force(Force::from_n(n))
    }
}
