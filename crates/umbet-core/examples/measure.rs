//! Measures the drawn-up forms that are kept and writes down what the catalogue reckons with: `--example measure`.

use std::fmt::Write as _;
use std::path::PathBuf;
use umbet_core::dress::dressed;
use umbet_core::knot::catalogue;

fn main() {
    let mut text =
        String::from("# Written by `cargo xtask dress`, never by hand: read off the drawn-up forms, in diameters.\n");
    let mut ids: Vec<&str> = catalogue().knots().iter().map(|k| k.id.as_str()).collect();
    ids.sort_unstable();
    for id in ids {
        let Some(shape) = dressed(id).and_then(|form| form.shape.as_ref()) else { continue };
        let [narrow, wide] = shape.wide_d;
        writeln!(text, "{id} = {{ cord_d = {:.1}, wide_d = [{narrow:.1}, {wide:.1}] }}", shape.cord_d)
            .expect("words are written");
    }
    let file = PathBuf::from(env!("CARGO_MANIFEST_DIR")).join("catalogue/measured.toml");
    std::fs::write(file, text).expect("the file is written");
}
