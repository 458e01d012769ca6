//! Who may know whom: a module may name those below it, never those above, and no two files name each other in a ring.

use anyhow::{Result, bail};
use std::collections::{BTreeMap, BTreeSet};
use std::fs;
use std::path::{Path, PathBuf};

/// Parts of one house, from the ground up; each may use those named with it.
type Floors = &'static [(&'static str, &'static [&'static str])];

const CORE: Floors = &[
    ("words", &[]),
    ("units", &[]),
    ("source", &[]),
    ("hold", &[]),
    ("statics", &["units"]),
    ("cord", &["units"]),
    ("object", &["cord", "units"]),
    ("situation", &["cord", "object", "units"]),
    ("knot", &["hold", "object", "situation", "units", "words"]),
    ("topology", &["knot"]),
    ("dress", &["knot", "topology"]),
    ("lashing", &["units", "words"]),
    ("draw", &["dress", "knot", "lashing", "object"]),
    ("project", &["cord", "draw", "dress", "knot", "units", "words"]),
    ("care", &["cord", "situation", "units", "words"]),
    ("cutting", &["care", "cord", "draw", "units", "words"]),
    ("usage", &["knot", "object", "units"]),
    ("choose", &["cord", "hold", "knot", "object", "situation", "statics", "topology", "units", "usage", "words"]),
    (
        "teach",
        &["choose", "draw", "dress", "knot", "object", "project", "situation", "topology", "units", "usage", "words"],
    ),
    (
        "rig",
        &["choose", "cord", "draw", "knot", "lashing", "object", "situation", "statics", "units", "usage", "words"],
    ),
];

const SERVER: Floors = &[
    ("characters", &[]),
    ("trouble", &[]),
    ("error", &["characters", "trouble"]),
    ("work", &["error"]),
    ("kept", &[]),
    ("config", &[]),
    ("assets", &["error"]),
    ("export", &["error", "store"]),
    ("forecast", &[]),
    ("gpx", &["error"]),
    ("extract", &["characters", "error", "state", "store"]),
    ("guard", &["error"]),
    ("store", &["error", "trouble", "work"]),
    ("drawing_up", &["error", "store"]),
    ("kit", &["error", "store"]),
    ("tied", &["error", "store"]),
    ("state", &["drawing_up", "error", "kept", "kit", "store", "tied"]),
    ("demo", &["error", "store"]),
    (
        "routes",
        &[
            "drawing_up",
            "error",
            "export",
            "extract",
            "forecast",
            "gpx",
            "kept",
            "kit",
            "state",
            "store",
            "tied",
            "work",
        ],
    ),
];

const PAGE: Floors = &[
    ("api", &[]),
    ("styles", &[]),
    ("ui", &["api"]),
    ("app", &["api", "features", "styles", "ui"]),
    ("rope", &["api", "app"]),
    ("features", &["api", "app", "rope", "styles", "ui"]),
];

/// Reads every import of the core, the server and the page, and compares.
///
/// # Errors
/// Names the files that look upwards, and those in a ring.
pub fn check(root: &Path) -> Result<()> {
    let mut faults = Vec::new();
    for (src, floors) in [("crates/umbet-core/src", CORE), ("crates/umbet/src", SERVER)] {
        let house = House::read(&root.join(src))?;
        faults.extend(house.upward(floors));
        faults.extend(house.rings());
    }
    faults.extend(page(&root.join("web/src"))?);
    if faults.is_empty() { Ok(()) } else { bail!("module direction:\n{}", faults.join("\n")) }
}

/// Every module of a crate by its path, with the modules it names.
struct House(BTreeMap<String, BTreeSet<String>>);

impl House {
    fn read(src: &Path) -> Result<Self> {
        let files = files(src, &["rs"])?;
        let module = |f: &PathBuf| module_of(f.strip_prefix(src).unwrap_or(f));
        let known: BTreeSet<String> = files.iter().map(module).collect();
        let mut house = BTreeMap::new();
        for file in &files {
            let own = module(file);
            if matches!(own.as_str(), "lib" | "main") {
                continue;
            }
            let text = fs::read_to_string(file)?;
            let code: String =
                text.lines().filter(|l| !l.trim_start().starts_with("//")).collect::<Vec<_>>().join("\n");
            let named = paths(&code, &own).into_iter().filter_map(|p| longest(&p, &known)).filter(|p| *p != own);
            house.insert(own.clone(), named.collect());
        }
        Ok(Self(house))
    }

    /// Modules that name one above them.
    fn upward(&self, floors: Floors) -> Vec<String> {
        let top = |m: &str| m.split("::").next().unwrap_or(m).to_owned();
        let mut faults = Vec::new();
        for (module, named) in &self.0 {
            let own = top(module);
            let Some((_, allowed)) = floors.iter().find(|(m, _)| *m == own) else {
                faults.push(format!("  give `{own}` its place in crates/xtask/src/direction.rs"));
                continue;
            };
            let wrong = named.iter().map(|n| top(n)).filter(|n| *n != own && !allowed.contains(&n.as_str()));
            faults.extend(wrong.map(|n| format!("  {module}: `{own}` may not use `{n}`")));
        }
        faults
    }

    /// Rings of modules. A folder's own face and the files in it are one, and no ring.
    fn rings(&self) -> Vec<String> {
        let related = |a: &str, b: &str| a.starts_with(&format!("{b}::")) || b.starts_with(&format!("{a}::"));
        let next =
            |m: &str| -> Vec<&String> { self.0.get(m).into_iter().flatten().filter(|n| !related(m, n)).collect() };
        let mut done: BTreeSet<&String> = BTreeSet::new();
        let mut faults = Vec::new();
        for start in self.0.keys() {
            let mut seen: BTreeSet<&String> = BTreeSet::new();
            let mut stack: Vec<&String> = next(start);
            while let Some(m) = stack.pop() {
                if m == start {
                    if done.insert(start) {
                        let first = seen.iter().map(|s| s.as_str()).collect::<Vec<_>>().join(", ");
                        faults.push(format!("  {start} stands in a ring; it reaches itself by way of: {first}"));
                    }
                    break;
                }
                if seen.insert(m) {
                    stack.extend(next(m));
                }
            }
        }
        faults
    }
}

fn files(folder: &Path, ends: &[&str]) -> Result<Vec<PathBuf>> {
    let mut all = Vec::new();
    for entry in fs::read_dir(folder)? {
        let path = entry?.path();
        if path.is_dir() {
            all.extend(files(&path, ends)?);
        } else if path.extension().is_some_and(|e| ends.iter().any(|end| e == *end)) {
            all.push(path);
        }
    }
    all.sort();
    Ok(all)
}

fn module_of(below: &Path) -> String {
    let parts: Vec<String> =
        below.with_extension("").components().map(|c| c.as_os_str().to_string_lossy().into_owned()).collect();
    let parts = if parts.last().is_some_and(|l| l == "mod") { &parts[..parts.len() - 1] } else { &parts[..] };
    parts.join("::")
}

/// Every path that begins with `crate::` or `super::`, from the crate's root, with the names of its braces.
fn paths(code: &str, own: &str) -> Vec<Vec<String>> {
    let mut all = Vec::new();
    for (word, from_root) in [("crate::", true), ("super::", false)] {
        for (i, _) in code.match_indices(word) {
            let begins = code[..i].chars().next_back().is_none_or(|c| !c.is_alphanumeric() && c != '_' && c != ':');
            if !begins {
                continue;
            }
            let mut base: Vec<String> =
                if from_root { Vec::new() } else { own.split("::").map(str::to_owned).collect() };
            let mut rest = &code[i..];
            while let Some(after) = rest.strip_prefix("super::") {
                base.pop();
                rest = after;
            }
            rest = rest.strip_prefix("crate::").unwrap_or(rest);
            tree(rest, &base, &mut all);
        }
    }
    all
}

/// Reads `a::b`, or `a::{b, c::d}`; gives how much of the text it took.
fn tree(text: &str, base: &[String], all: &mut Vec<Vec<String>>) -> usize {
    let mut at = 0;
    let mut here = base.to_vec();
    loop {
        if text[at..].starts_with('{') {
            return at + 1 + braces(&text[at + 1..], &here, all);
        }
        let name: String = text[at..].chars().take_while(|c| c.is_alphanumeric() || *c == '_').collect();
        at += name.len();
        if !name.is_empty() {
            here.push(name);
        }
        if !text[at..].starts_with("::") {
            all.push(here);
            return at;
        }
        at += 2;
    }
}

/// What stands in braces, up to the closing one.
fn braces(text: &str, base: &[String], all: &mut Vec<Vec<String>>) -> usize {
    let mut at = 0;
    loop {
        at += text[at..].len() - text[at..].trim_start_matches([' ', '\n', ',', '\t']).len();
        if text[at..].starts_with('}') || text[at..].is_empty() {
            return at + 1;
        }
        // What is no name (a star, an `as`) is passed over.
        at += tree(&text[at..], base, all).max(1);
    }
}

/// The module a path leads into.
fn longest(path: &[String], known: &BTreeSet<String>) -> Option<String> {
    (1..=path.len()).rev().map(|n| path[..n].join("::")).find(|p| known.contains(p))
}

/// Files of the page that look where they may not.
fn page(src: &Path) -> Result<Vec<String>> {
    let mut faults = Vec::new();
    for file in files(src, &["ts", "vue"])? {
        let below = file.strip_prefix(src)?.to_path_buf();
        let parts: Vec<String> = below.components().map(|c| c.as_os_str().to_string_lossy().into_owned()).collect();
        let Some((_, allowed)) = PAGE.iter().find(|(m, _)| *m == parts[0]) else { continue };
        for import in fs::read_to_string(&file)?.split("from '").skip(1).chain(std::iter::empty()) {
            let address = import.split('\'').next().unwrap_or("");
            let ups = address.matches("../").count();
            if !address.starts_with("../") || ups > parts.len() - 1 {
                continue;
            }
            let base = &parts[..parts.len() - 1 - ups];
            let rest: Vec<&str> = address.trim_start_matches("../").split('/').collect();
            let to = base.first().map_or(rest[0], String::as_str);
            if to != parts[0] && !allowed.contains(&to) {
                faults.push(format!("  web/src/{}: `{}` may not use `{to}`", below.display(), parts[0]));
            }
        }
    }
    Ok(faults)
}

#[cfg(test)]
mod tests {
    use super::*;

    fn house(list: &[(&str, &[&str])]) -> House {
        let own = |s: &&str| (*s).to_owned();
        House(list.iter().map(|(m, n)| ((*m).to_owned(), n.iter().map(own).collect())).collect())
    }

    #[test]
    fn a_ring_is_found_and_a_folder_is_none() {
        assert!(house(&[("a", &["b"]), ("b", &["c"]), ("c", &["a"])]).rings().len() >= 3);
        assert!(house(&[("a", &["a::b"]), ("a::b", &["a"])]).rings().is_empty());
        assert!(house(&[("a", &["b"]), ("b", &[])]).rings().is_empty());
    }

    #[test]
    fn looking_upwards_is_a_fault() {
        assert_eq!(house(&[("units", &["rig"])]).upward(CORE).len(), 1);
        assert!(house(&[("rig::cut", &["units", "rig::part"])]).upward(CORE).is_empty());
    }

    #[test]
    fn paths_are_read_through_their_braces() {
        let code =
            "use super::{judge::{Judged, judge}, rank};\nuse crate::units::Band;\nlet x = super::super::knot::find();";
        let read: Vec<String> = paths(code, "choose::answer").iter().map(|p| p.join("::")).collect();
        for wanted in ["choose::judge::Judged", "choose::rank", "units::Band", "knot::find"] {
            assert!(read.iter().any(|r| r == wanted), "{wanted} is not among {read:?}");
        }
    }
}
