//! The front end: packages installed and page built, only when something changed.

use crate::run::{root, run_in, say};
use anyhow::Result;
use std::fs;
use std::path::Path;
use std::time::SystemTime;

/// Installs the packages the lock file names, when they are not there.
pub fn install() -> Result<()> {
    let (lock, mark) = (root().join("web/package-lock.json"), root().join("web/node_modules/.package-lock.json"));
    if newest(&mark) < newest(&lock) {
        say("Installing the front end's packages");
        run_in("web", "npm", &["ci", "--no-audit", "--no-fund", "--loglevel=error"])?;
        fs::File::open(&mark)?.set_modified(SystemTime::now())?;
    }
    Ok(())
}

/// Builds the page, when its sources are newer than it.
pub fn build() -> Result<()> {
    install()?;
    let web = root().join("web");
    let sources = ["src", "public", "index.html", "vite.config.ts", "package-lock.json"];
    let source = sources.iter().map(|s| newest(&web.join(s))).max().unwrap_or(SystemTime::UNIX_EPOCH);
    if newest(&web.join("dist/index.html")) < source {
        say("Building the page");
        run_in("web", "npm", &["run", "--silent", "build", "--", "--logLevel", "warn"])?;
    }
    Ok(())
}

/// When the newest file at or below `path` was changed.
fn newest(path: &Path) -> SystemTime {
    let Ok(meta) = fs::metadata(path) else { return SystemTime::UNIX_EPOCH };
    if meta.is_file() {
        return meta.modified().unwrap_or(SystemTime::UNIX_EPOCH);
    }
    let entries = fs::read_dir(path).into_iter().flatten().flatten();
    entries.map(|e| newest(&e.path())).max().unwrap_or(SystemTime::UNIX_EPOCH)
}
