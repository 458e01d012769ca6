//! Writes every knot's drawings as SVG files, to be looked at: `--example draw -- FOLDER [KNOT…]`.

use std::{fs, path::PathBuf};
use umbet_core::draw::{Figure, STANDALONE_STYLE, draw, to_svg};
use umbet_core::knot::Catalogue;

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let mut args = std::env::args().skip(1);
    let folder = PathBuf::from(args.next().ok_or("name a folder")?);
    let wanted: Vec<String> = args.collect();
    fs::create_dir_all(&folder)?;
    for knot in Catalogue::built_in()?.knots() {
        if !wanted.is_empty() && !wanted.contains(&knot.id) {
            continue;
        }
        let finished = Figure { size: [520.0, 420.0], ..Figure::default() };
        fs::write(folder.join(format!("{}.svg", knot.id)), to_svg(&draw(knot, &finished)?, Some(STANDALONE_STYLE)))?;
        if !wanted.is_empty() {
            for step in 0..knot.laid.len() {
                let figure = Figure { size: [420.0, 340.0], step: Some(step), ..Figure::default() };
                let name = format!("{}-{:02}.svg", knot.id, step + 1);
                fs::write(folder.join(name), to_svg(&draw(knot, &figure)?, Some(STANDALONE_STYLE)))?;
            }
            for (w, p) in (0..knot.ways.len()).flat_map(|w| (0..knot.ways[w].len()).map(move |p| (w, p))) {
                let Some((posed, step)) = knot.posed(w, p) else { continue };
                let figure = Figure { size: [420.0, 340.0], step, ..Figure::default() };
                let name = format!("{}-way{}-{}.svg", knot.id, w + 1, p + 1);
                fs::write(folder.join(name), to_svg(&draw(&posed, &figure)?, Some(STANDALONE_STYLE)))?;
            }
        }
    }
    Ok(())
}
