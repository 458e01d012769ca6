//! A path written back as text.

use super::notation::{Axis, Level, PathText, RopeText};
use crate::object::Look;

/// Writes a path back as text that reads to the same path.
impl std::fmt::Display for PathText {
    fn fmt(&self, f: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        for p in &self.poles {
            let axis = match p.axis {
                Axis::X => 'x',
                Axis::Y => 'y',
                Axis::Z => 'z',
            };
            writeln!(f, "pole {} {axis} r={} at {},{}", p.name, p.radius, p.at[0], p.at[1])?;
        }
        for p in &self.pieces {
            let look = if p.look == Look::Steel { "steel" } else { "timber" };
            write!(f, "piece {} {look} r={} after={}", p.name, p.radius, p.after)?;
            write!(f, "{}", if p.closed { " closed" } else { "" })?;
            p.at.iter().try_for_each(|[x, y, z]| write!(f, " {x},{y},{z}"))?;
            writeln!(f)?;
        }
        if let Some(n) = self.count {
            writeln!(f, "count {n}")?;
        }
        self.ropes.iter().try_for_each(|r| write_rope(f, r))
    }
}

fn write_rope(f: &mut std::fmt::Formatter<'_>, rope: &RopeText) -> std::fmt::Result {
    writeln!(f, "rope {}", rope.name)?;
    write!(f, " flat")?;
    if let Some(t) = rope.tuck {
        write!(f, " w={}", t.half_width)?;
        if let Some((half, length)) = t.eye {
            write!(f, " eye={half},{length}")?;
        }
    }
    let mut level = Level::Plane;
    for (i, w) in rope.waypoints.iter().enumerate() {
        if w.level != level {
            level = w.level;
            write!(f, " {}", level.letter())?;
        }
        write!(f, " {},{}", w.at[0], w.at[1])?;
        let letters = || rope.letters.iter().filter(|l| l.after == i);
        let write_letters = |f: &mut std::fmt::Formatter<'_>| {
            letters().try_for_each(|l| write!(f, " {}", if l.over { 'o' } else { 'u' }))
        };
        match rope.tuck {
            Some(t) if t.start == i => {
                write_letters(f)?;
                write!(f, " ({}", if t.left { 'L' } else { 'R' })?;
            }
            Some(t) if t.tip == i => {
                write!(f, " )")?;
                write_letters(f)?;
            }
            _ => write_letters(f)?,
        }
        if rope.crown == Some(i) {
            write!(f, " *")?;
        }
    }
    writeln!(f)?;
    if let Some(d) = rope.double {
        writeln!(f, " double {} loop {} tail {} wide {}", d.half_width, d.loop_length, d.tail, d.wide)?;
    }
    Ok(())
}
