//! Who may know whom in the core: a module may name those below it, never those above.

use anyhow::{Result, bail};
use std::fs;
use std::path::Path;

/// Modules from the ground up; each may use those named with it.
const MAY_USE: &[(&str, &[&str])] = &[
    ("words", &[]),
    ("units", &[]),
    ("source", &[]),
    ("hold", &[]),
    ("statics", &["units"]),
    ("cord", &["units"]),
    ("object", &["cord", "units"]),
    ("situation", &["cord", "object", "units"]),
    ("knot", &["hold", "object", "situation", "units"]),
    ("draw", &["knot", "object"]),
    ("topology", &["knot"]),
    ("usage", &["knot", "object", "units"]),
    ("rig", &["choose", "cord", "draw", "knot", "object", "situation", "statics", "units", "usage", "words"]),
    ("teach", &["draw", "knot", "topology"]),
    ("choose", &["cord", "hold", "knot", "object", "situation", "statics", "topology", "units", "usage", "words"]),
];

/// Reads every `crate::module` in the core and compares.
///
/// # Errors
/// Names the file that looks upwards.
pub fn check(core: &Path) -> Result<()> {
    let mut faults = Vec::new();
    visit(core, core, &mut faults)?;
    if faults.is_empty() { Ok(()) } else { bail!("module direction:\n{}", faults.join("\n")) }
}

fn visit(core: &Path, folder: &Path, faults: &mut Vec<String>) -> Result<()> {
    for entry in fs::read_dir(folder)? {
        let path = entry?.path();
        if path.is_dir() {
            visit(core, &path, faults)?;
        } else if path.extension().is_some_and(|e| e == "rs") {
            look(core, &path, faults)?;
        }
    }
    Ok(())
}

fn look(core: &Path, file: &Path, faults: &mut Vec<String>) -> Result<()> {
    let below = file.strip_prefix(core)?;
    let first = below.components().next().map(|c| c.as_os_str().to_string_lossy().into_owned()).unwrap_or_default();
    let module = first.trim_end_matches(".rs");
    if module == "lib" {
        return Ok(());
    }
    let Some((_, allowed)) = MAY_USE.iter().find(|(m, _)| *m == module) else {
        faults.push(format!("  {}: give `{module}` its place in crates/xtask/src/direction.rs", below.display()));
        return Ok(());
    };
    for part in fs::read_to_string(file)?.split("crate::").skip(1) {
        let used: String = part.chars().take_while(|c| c.is_alphanumeric() || *c == '_').collect();
        if used != module && !allowed.contains(&used.as_str()) && !used.is_empty() {
            faults.push(format!("  {}: `{module}` may not use `{used}`", below.display()));
        }
    }
    Ok(())
}
