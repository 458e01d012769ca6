//! Lists the files of knots and lashings, so that a new one is a new file and nothing else, and the drawn-up forms beside them.

use std::{env, fmt::Write as _, fs, path::Path};

fn main() -> std::io::Result<()> {
    list("catalogue/knots", "toml", "KNOT_FILES", "Id and text of every knot file.", "knot_files.rs")?;
    list("catalogue/dressed", "json", "DRESSED_FILES", "Id and text of every drawn-up form.", "dressed_files.rs")?;
    list("catalogue/projects", "toml", "PROJECT_FILES", "Id and text of every project’s file.", "project_files.rs")?;
    list("catalogue/worked", "json", "WORKED_FILES", "Id and text of every bar drawn up.", "worked_files.rs")?;
    list("catalogue/lashings", "toml", "LASHING_FILES", "Id and text of every lashing’s file.", "lashing_files.rs")
}

/// Writes a list of the files of a folder that end in `end`.
fn list(folder: &str, end: &str, name: &str, says: &str, file: &str) -> std::io::Result<()> {
    println!("cargo:rerun-if-changed={folder}");
    let root = env::var("CARGO_MANIFEST_DIR").expect("cargo names the manifest's folder");
    let folder = Path::new(&root).join(folder);
    let mut files: Vec<_> = fs::read_dir(&folder)?.collect::<Result<Vec<_>, _>>()?.iter().map(|e| e.path()).collect();
    files.retain(|p| p.extension().is_some_and(|e| e == end));
    files.sort();
    let mut list = format!("/// {says}\nstatic {name}: &[(&str, &str)] = &[\n");
    for f in &files {
        let id = f.file_stem().unwrap_or_default().to_string_lossy();
        let _ = writeln!(list, "    ({id:?}, include_str!({:?})),", f.display().to_string());
    }
    list.push_str("];\n");
    let out = env::var("OUT_DIR").expect("cargo names the output folder");
    fs::write(Path::new(&out).join(file), list)
}
