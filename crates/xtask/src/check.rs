//! What must hold before a change lands, and how generated files are made.

use crate::run::{cargo, output, root, run_in, run_with, say};
use crate::{direction, web};
use anyhow::{Context, Result, bail};
use std::collections::BTreeMap;
use std::fs;
use std::path::Path;

/// Everything that is checked without running the suite.
pub fn check() -> Result<()> {
    say("Formatting");
    cargo(&["fmt", "--all", "--check"])?;
    say("Module direction");
    direction::check(&root())?;
    say("Lints, warnings as errors");
    cargo(&["clippy", "--workspace", "--all-targets", "--all-features", "--", "-D", "warnings"])?;
    say("Catalogue");
    // With the whole suite's packages and features, so that the core is built for tests once.
    let suite = ["test", "--quiet", "--workspace", "--all-features", "--test", "core"];
    cargo(&[&suite[..], &["catalogue::"]].concat())?;
    say("Drawn-up forms are of the present paths");
    let stale = "every_knot_is_drawn_up_from_its_present_path_or_its_file_says_why_not";
    cargo(&[&suite[..], &[stale]].concat())?;
    web::install()?;
    say("Generated files");
    generated_files_are_current()?;
    say("Types of the page");
    run_in("web", "npm", &["run", "--silent", "check"])
}

/// Rewrites every generated file.
pub fn generate() -> Result<()> {
    web::install()?;
    query_cache(&root().join(".sqlx"))?;
    fs::write(root().join("docs/openapi.json"), openapi()?)?;
    run_in("web", "npm", &["run", "--silent", "schema"])
}

fn openapi() -> Result<String> {
    output("", env!("CARGO"), &["run", "--quiet", "--package", "umbet", "--", "openapi"])
}

fn generated_files_are_current() -> Result<()> {
    let document = fs::read_to_string(root().join("docs/openapi.json"))?;
    if document != openapi()? {
        bail!("docs/openapi.json is out of date: run `cargo xtask generate`");
    }
    let client = root().join("web/src/api/schema.d.ts");
    let before = fs::read_to_string(&client)?;
    run_in("web", "npm", &["run", "--silent", "schema"])?;
    if before != fs::read_to_string(&client)? {
        bail!("web/src/api/schema.d.ts was out of date and is now rewritten: commit it");
    }
    let fresh = root().join("target/sqlx-check");
    query_cache(&fresh)?;
    if listing(&fresh)? != listing(&root().join(".sqlx"))? {
        bail!(".sqlx is out of date: run `cargo xtask generate`");
    }
    Ok(())
}

/// Writes the cache of checked queries into `folder`.
fn query_cache(folder: &Path) -> Result<()> {
    let file = root().join("target/queries.db");
    for end in ["", "-wal", "-shm"] {
        let _ = fs::remove_file(format!("{}{end}", file.display()));
    }
    let name = file.to_string_lossy().into_owned();
    cargo(&["run", "--quiet", "--package", "xtask", "--features", "sqlx", "--", "migrated-file", &name])?;
    if folder.exists() {
        fs::remove_dir_all(folder)?;
    }
    fs::create_dir_all(folder)?;
    // Queries are written when they are compiled: make sure this crate is.
    let main = root().join("crates/umbet/src/store/mod.rs");
    fs::File::open(&main)?.set_modified(std::time::SystemTime::now())?;
    let (place, address) = (folder.to_string_lossy().into_owned(), format!("sqlite:{name}"));
    run_with(
        "",
        env!("CARGO"),
        &["check", "--quiet", "--package", "umbet"],
        &[("SQLX_OFFLINE", "false"), ("SQLX_OFFLINE_DIR", &place), ("DATABASE_URL", &address)],
    )
}

fn listing(folder: &Path) -> Result<BTreeMap<String, String>> {
    let entries = fs::read_dir(folder).with_context(|| format!("no {}", folder.display()))?;
    entries
        .map(|e| {
            let e = e?;
            Ok((e.file_name().to_string_lossy().into_owned(), fs::read_to_string(e.path())?))
        })
        .collect()
}

/// Makes a data file with the migrations in it.
#[cfg(feature = "sqlx")]
pub fn migrated_file(file: &Path) -> Result<()> {
    use sqlx::sqlite::{SqliteConnectOptions, SqlitePool};
    let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build()?;
    runtime.block_on(async {
        let options = SqliteConnectOptions::new().filename(file).create_if_missing(true);
        let pool = SqlitePool::connect_with(options).await?;
        sqlx::migrate!("../umbet/migrations").run(&pool).await?;
        pool.close().await;
        Ok(())
    })
}

/// Without the feature there is nothing to migrate with.
#[cfg(not(feature = "sqlx"))]
pub fn migrated_file(_: &Path) -> Result<()> {
    bail!("run this with `--features sqlx`")
}
