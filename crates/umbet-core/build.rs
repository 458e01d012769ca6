//! Lists the knot files, so that a new knot is a new file and nothing else.

use std::{env, fmt::Write as _, fs, path::Path};

fn main() -> std::io::Result<()> {
    println!("cargo:rerun-if-changed=catalogue/knots");
    let root = env::var("CARGO_MANIFEST_DIR").expect("cargo names the manifest's folder");
    let folder = Path::new(&root).join("catalogue/knots");
    let mut files: Vec<_> = fs::read_dir(&folder)?.collect::<Result<Vec<_>, _>>()?.iter().map(|e| e.path()).collect();
    files.retain(|p| p.extension().is_some_and(|e| e == "toml"));
    files.sort();
    let mut list = String::from("/// Id and text of every knot file.\nstatic KNOT_FILES: &[(&str, &str)] = &[\n");
    for f in &files {
        let id = f.file_stem().unwrap_or_default().to_string_lossy();
        let _ = writeln!(list, "    ({id:?}, include_str!({:?})),", f.display().to_string());
    }
    list.push_str("];\n");
    let out = env::var("OUT_DIR").expect("cargo names the output folder");
    fs::write(Path::new(&out).join("knot_files.rs"), list)
}
