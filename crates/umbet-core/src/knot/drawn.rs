//! A knot as it lies in one joint: round what it holds, for its task, with the changes made to it.

use super::mend::Mend;
use super::notation::{Axis, Pole};
use super::path::KnotPath;
use super::read::Knot;
use super::stopper;
use crate::situation::Task;
use std::borrow::Cow;

impl Knot {
    /// The finished knot as it lies with these mends made, tied for this task; round its object where `on_object` is asked.
    /// Where nothing changes its path this is the knot itself, moves and telltales and all.
    pub fn as_tied(&self, task: Option<Task>, mends: &[Mend], on_object: bool) -> Cow<'_, Self> {
        let of = |mend: Option<Mend>| {
            self.entry.drawn.iter().zip(&self.drawn).find(|(d, _)| match mend {
                Some(m) => d.mend == Some(m),
                None => d.mend.is_none() && d.task.is_some() && d.task == task,
            })
        };
        let drawn = mends.iter().find_map(|m| of(Some(*m))).or_else(|| of(None));
        let mut knot = match drawn {
            Some((d, path)) => {
                let mut other = self.laid_as(path.clone());
                other.entry.two_tails = d.two_tails;
                Cow::Owned(other)
            }
            None => Cow::Borrowed(self),
        };
        if mends.contains(&Mend::StopperOnTail)
            && let Some(path) = stopper::on_tail(&knot.entry.path, &knot.path)
        {
            knot = Cow::Owned(knot.laid_as(path));
        }
        if let (true, Some(held), true) = (on_object, self.entry.holds, knot.path.poles.is_empty()) {
            let pole = Pole { name: "H".into(), axis: Axis::Z, radius: held.r, at: held.at };
            knot.to_mut().path.poles.push(pole);
        }
        knot
    }

    /// Every path this knot can be drawn by.
    pub fn all_paths(&self) -> impl Iterator<Item = &KnotPath> {
        std::iter::once(&self.path).chain(&self.drawn)
    }
}
