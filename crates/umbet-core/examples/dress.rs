//! Draws knots up and writes their forms beside the paths: `cargo xtask dress [ID...]`; those that are stale without an ID.

use std::path::PathBuf;
use std::sync::Mutex;
use std::time::Instant;
use umbet_core::dress::{dress, stale, written};
use umbet_core::knot::{Knot, catalogue};

fn main() {
    let asked: Vec<String> = std::env::args().skip(1).collect();
    let wanted = |k: &&Knot| if asked.is_empty() { stale().contains(&k.id.as_str()) } else { asked.contains(&k.id) };
    let all = asked == ["all"];
    let knots: Vec<&Knot> =
        catalogue().knots().iter().filter(|k| k.entry.dress.not.is_none() && (all || wanted(k))).collect();
    let next = Mutex::new(knots.into_iter());
    let failed = Mutex::new(0);
    let cores = std::thread::available_parallelism().map_or(1, usize::from);
    std::thread::scope(|s| {
        for _ in 0..cores {
            s.spawn(|| {
                while let Some(knot) = next.lock().ok().and_then(|mut n| n.next()) {
                    if !one(knot) {
                        *failed.lock().expect("not poisoned") += 1;
                    }
                }
            });
        }
    });
    std::process::exit(i32::from(*failed.lock().expect("not poisoned") > 0));
}

/// Draws one knot up, says how it went, and writes it down.
fn one(knot: &Knot) -> bool {
    let begun = Instant::now();
    match dress(knot, &mut |_| true) {
        Ok(form) => {
            let r = &form.rest;
            let body = form.shape.as_ref().map_or(String::new(), |s| format!(", {:.1} d of cord", s.cord_d));
            println!(
                "{:34} {:5.2} s, {:4} steps, {}, strands {:.4} d apart, sharpest bend {:.2} d{body}",
                knot.id,
                begun.elapsed().as_secs_f64(),
                r.steps,
                if r.settled { "at rest" } else { "creeping" },
                r.least_distance,
                r.least_radius,
            );
            let folder = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("catalogue/dressed");
            std::fs::write(folder.join(format!("{}.json", knot.id)), written(knot, &form))
                .expect("the form is written");
            true
        }
        Err(fault) => {
            println!("{:34} {:5.2} s, not drawn up: {fault}", knot.id, begun.elapsed().as_secs_f64());
            false
        }
    }
}
