//! Can it be tied here at all?

use super::{Rule, notes, refuses};
use crate::situation::Task;
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
        if e.shapes.contains(&shape) || matches!(case.s.task, Task::Stop | Task::MidLoop | Task::Join) {
            return None;
        }
        let first = e.shapes.first().map_or("itself", |s| s.words());
        let article = if first.starts_with("another") || first.starts_with("its") { "" } else { "a " };
        refuses("shape", format!("Not tied to this: {}.", shape.words()), &format!("Fits {article}{first}"))
    },
};

/// An end, or only the bight.
pub const ACCESS: Rule = Rule {
    id: "access",
    asks: "Is there an end to tie it with?",
    judge: |c, case| {
        let h = &c.knot.entry.hands;
        if case.s.end_free {
            return None;
        }
        if !h.bight {
            return refuses("access", "Needs an end; here there is only the bight.".into(), "Fits with an end free");
        }
        if h.bight_over_end && !case.s.object.open_end {
            return refuses(
                "access",
                "In the bight it is dropped over an open end; this has none.".into(),
                "Fits over an open end",
            );
        }
        notes("access", "Tied in the bight: no end is wanted.".into())
    },
};

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
            return refuses("hole", format!("About {w} across: it may pass a {h} hole."), "Fits a smaller hole");
        }
        let room = Length::from_mm(width.mm() - hole.mm());
        notes("hole", format!("About {w} across, {} more than the hole.", r.diameter(room)))
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
    }
}
