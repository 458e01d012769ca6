//! The documents of the house: every link leads somewhere, every file they name is there, every knot they name is one.

use std::path::{Path, PathBuf};

fn root() -> PathBuf {
    Path::new(env!("CARGO_MANIFEST_DIR")).join("../..")
}

/// Every document, and where it lies.
fn documents() -> Vec<(PathBuf, String)> {
    let mut all: Vec<PathBuf> =
        ["README.md", "ARCHITECTURE.md", "CONTRIBUTING.md"].iter().map(|name| root().join(name)).collect();
    for folder in ["docs", "docs/methods", "docs/recipes"] {
        let files = std::fs::read_dir(root().join(folder)).expect("a folder of documents").flatten();
        all.extend(files.map(|f| f.path()).filter(|p| p.extension().is_some_and(|e| e == "md")));
    }
    all.sort();
    all.into_iter().map(|p| (p.clone(), std::fs::read_to_string(&p).expect("a document"))).collect()
}

/// What stands between two marks, again and again.
fn between<'a>(text: &'a str, open: &str, close: &str) -> Vec<&'a str> {
    text.split(open).skip(1).filter_map(|rest| rest.split(close).next()).collect()
}

#[test]
fn every_link_leads_somewhere() {
    let mut links = 0;
    for (at, text) in documents() {
        for link in between(&text, "](", ")") {
            let path = link.split('#').next().unwrap_or_default();
            if path.is_empty() || path.contains("://") {
                continue;
            }
            let there = at.parent().expect("a folder").join(path);
            assert!(there.exists(), "{}: {link}", at.display());
            links += 1;
        }
    }
    assert!(links > 20, "{links}");
}

/// A file named with its folders is there; a document that names one that was moved misleads.
#[test]
fn every_file_that_is_named_is_there() {
    let mut named = 0;
    for (at, text) in documents() {
        for code in between(&text, "`", "`") {
            let is_path = code.starts_with("crates/") || code.starts_with("web/src/") || code.starts_with("docs/");
            let plain = code.chars().all(|c| c.is_ascii_alphanumeric() || "/._-".contains(c));
            if is_path && plain && code.matches('/').count() > 1 {
                assert!(root().join(code).exists(), "{}: {code} is not there", at.display());
                named += 1;
            }
        }
    }
    assert!(named > 10, "{named}");
}

/// Under twenty screenshots, each shown in the README.
#[test]
fn screenshots_are_few_and_shown() {
    let readme = std::fs::read_to_string(root().join("README.md")).expect("the README");
    let files = std::fs::read_dir(root().join("docs/screenshots")).expect("screenshots").flatten();
    let names: Vec<String> = files.map(|f| f.file_name().to_string_lossy().into_owned()).collect();
    assert!((10..20).contains(&names.len()), "{}", names.len());
    for name in names {
        assert!(readme.contains(&format!("docs/screenshots/{name}")), "{name} is not in the README");
    }
}
