//! Draws up cord worked along its length and writes it down, what is stale without an id: `--example work -- [ID…]`.

use std::path::PathBuf;
use std::time::Instant;
use umbet_core::project::{Working, stale};

fn main() {
    let asked: Vec<String> = std::env::args().skip(1).collect();
    let asked = if asked.is_empty() { stale() } else { asked };
    let folder = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("catalogue/worked");
    for working in Working::ALL.iter().filter(|w| asked.contains(&w.id())) {
        let begun = Instant::now();
        let form = working.worked();
        println!(
            "{:24} {:5.2} s, a cell is {:.2} d and takes {:?} d: {:.2} times, strands {:.4} d apart, sharpest bend {:.2} d",
            working.id(),
            begun.elapsed().as_secs_f64(),
            form.cell_d,
            form.cord_d,
            form.times(),
            form.rest.least_distance,
            form.rest.least_radius,
        );
        let text = serde_json::to_string(&form).expect("it is written");
        std::fs::write(folder.join(format!("{}.json", working.id())), text).expect("the form is written");
    }
}
