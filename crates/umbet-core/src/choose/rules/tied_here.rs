//! Can it be got there, and tied there, at all?

use super::{Rule, notes, refuses};
use crate::situation::{Shape, Task};
use crate::units::Length;

/// The knot does this job.
pub const TASK: Rule = Rule {
    id: "task",
    asks: "Does it do this job?",
    judge: |c, case| {
        let e = &c.knot.entry;
        if e.tasks.contains(&case.s.task) {
            return None;
        }
        let Some(does) = e.tasks.first().map(|t| job(*t)) else {
            return refuses("task", "A part of other work, no fastening by itself.".into(), "Fits as a part of a rig");
        };
        refuses("task", format!("Made to {does}; this asks to {}.", job(case.s.task)), &format!("Fits to {does}"))
    },
};

/// The object's shape.
pub const SHAPE: Rule = Rule {
    id: "shape",
    asks: "Can it be tied to this shape?",
    judge: |c, case| {
        let e = &c.knot.entry;
        let shape = case.s.object.kind.shape;
        if e.shapes.contains(&shape) || on_the_line_itself(case.s.task) {
            return None;
        }
        let first = e.shapes.first().map_or("itself", |s| s.words());
        let article = if first.starts_with("another") || first.starts_with("its") { "" } else { "a " };
        refuses("shape", format!("Not tied to this: {}.", shape.words()), &format!("Fits {article}{first}"))
    },
};

/// Tasks whose knot is tied in the line, round nothing.
fn on_the_line_itself(task: Task) -> bool {
    matches!(task, Task::Stop | Task::MidLoop | Task::Join | Task::Stow | Task::OwnLoop)
}

/// Whether it can be brought onto its object: an end led round, a bight led round, or a loop dropped over an open end.
pub const ONTO: Rule = Rule {
    id: "onto",
    asks: "Can it be got there?",
    judge: |c, case| {
        let h = &c.knot.entry.hands;
        let s = case.s;
        let Some(onto) = c.onto(case) else {
            let in_the_hand = h.onto.iter().any(|o| o.over() && (s.end_free || !o.with_end()));
            if in_the_hand {
                return refuses(
                    "onto",
                    format!(
                        "Made in the hand and dropped over an open end: {} is closed, so it cannot be got there.",
                        s.object.kind.the
                    ),
                    "Fits over an open end, on a hook or a clip",
                );
            }
            return refuses("onto", "Needs an end; here there is only the bight.".into(), "Fits with an end free");
        };
        let worth_saying = !s.end_free || onto.over();
        if !worth_saying || on_the_line_itself(s.task) {
            return (!s.end_free).then(|| notes("onto", "Tied in the bight: no end is wanted.".into())).flatten();
        }
        notes("onto", onto.says().into())
    },
};

/// Whether the rope goes through what it is tied to, as often as it has to.
pub const PASSES: Rule = Rule {
    id: "passes",
    asks: "Does the rope go through the opening?",
    judge: |c, case| {
        let s = case.s;
        let (opening, strands) = match s.task {
            Task::Stop => (s.object.size, 1),
            _ => (s.object.opening?, c.strands_through()),
        };
        if on_the_line_itself(s.task) && s.task != Task::Stop {
            return None;
        }
        let r = &case.reader;
        if s.cord.diameter * packed(strands) <= opening {
            return None;
        }
        let (d, o, the) = (r.diameter(s.cord.diameter), r.diameter(opening), what(s.object.kind.shape));
        let says = match strands {
            1 if s.task == Task::Stop => {
                format!("{d} rope does not go through the hole of {o}: nothing needs stopping.")
            }
            1 => format!("{d} rope does not go through the {o} opening of {the}."),
            n => format!("{d} rope does not go {} through the {o} opening of {the}.", times(n)),
        };
        let change = if strands > 1 { "Fits thinner cord, or a wider opening" } else { "Fits thinner cord" };
        refuses("passes", says, change)
    },
};

/// Width that so many round strands take up side by side, in diameters: the smallest circle round equal circles (R. L. Graham,
/// B. D. Lubachevsky, K. J. Nurmela, P. R. J. Östergård, *Dense packings of congruent circles in a circle*, Discrete Math. 181
/// (1998) 139; one to seven exactly known).
pub(crate) fn packed(strands: u32) -> f64 {
    match strands {
        0 | 1 => 1.0,
        2 => 2.0,
        3 => 2.154_700_5,
        4 => 2.414_213_6,
        5 => 2.701_301_6,
        6 | 7 => 3.0,
        n => 1.15 * f64::from(n).sqrt(),
    }
}

fn times(n: u32) -> String {
    match n {
        2 => "twice".into(),
        3 => "three times".into(),
        n => format!("{n} times"),
    }
}

fn what(shape: Shape) -> &'static str {
    match shape {
        Shape::Ring => "the ring",
        Shape::Eyelet => "the eyelet",
        Shape::Eye => "the eye",
        Shape::Hook => "the hook",
        Shape::Clip => "the clip",
        _ => "the hole",
    }
}

/// A stopper must not pass its hole.
pub const HOLE: Rule = Rule {
    id: "hole",
    asks: "Is it too big for the hole?",
    judge: |c, case| {
        if case.s.task != Task::Stop {
            return None;
        }
        let width = case.s.cord.diameter * c.knot.entry.usage.width_d;
        let hole = case.s.object.size;
        let r = &case.reader;
        let (w, h) = (r.diameter(width), r.diameter(hole));
        if width < hole * 1.15 {
            return refuses("hole", format!("About {w} across: it may pass a hole of {h}."), "Fits a smaller hole");
        }
        let room = Length::from_mm(width.mm() - hole.mm());
        notes("hole", format!("About {w} across, {} more than the hole.", r.diameter(room)))
    },
};

/// Cord there is for it.
pub const CORD_THERE_IS: Rule = Rule {
    id: "cord-there-is",
    asks: "Is there cord enough for it?",
    judge: |c, case| {
        let there_is = case.s.cord_there_is?;
        let takes = c.cord(case).total();
        let r = &case.reader;
        if takes <= there_is {
            return None;
        }
        refuses(
            "cord-there-is",
            format!("Takes {} of cord; there is {}.", r.length(takes), r.length(there_is)),
            &format!("Fits with {} of cord", r.length(takes)),
        )
    },
};

fn job(task: Task) -> &'static str {
    match task {
        Task::MakeFast => "make a line fast",
        Task::Guy => "be tightened again and again",
        Task::Drag => "drag a log",
        Task::Join => "join two cords",
        Task::EndLoop => "hold a loop in an end",
        Task::MidLoop => "hold a loop in the middle of a line",
        Task::Stop => "stop a cord in a hole",
        Task::Bind => "bind a bundle",
        Task::Hoist => "hoist a tool or spar",
        Task::Stow => "stow or shorten a line",
        Task::OwnLoop => "make a loop that is drawn to size",
    }
}
