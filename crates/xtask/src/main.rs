//! The one door to every developer and CI command: `cargo xtask --help`.

mod browser;
mod check;
mod direction;
mod run;
mod web;

use anyhow::Result;
use clap::{Parser, Subcommand};
use run::{cargo, say};
use std::process::ExitCode;

#[derive(Parser)]
#[command(about = "Every developer and CI command of Umbet")]
struct Cli {
    #[command(subcommand)]
    command: Command,
}

#[derive(Subcommand)]
enum Command {
    /// Build everything and start the application with demo data.
    Demo {
        /// Address to listen on.
        #[arg(long, default_value = "127.0.0.1:4717")]
        listen: String,
    },
    /// Install what the tests need and run the whole suite.
    Test,
    /// Formatting, lints, types, module direction, generated files.
    Check,
    /// Rewrite every generated file: query cache, OpenAPI document, client types.
    Generate,
    /// Draw knots up and write their forms beside their paths: those whose path has changed, or the ones named, or `all`.
    Dress {
        /// Ids of knots.
        ids: Vec<String>,
    },
    /// Retake docs/screenshots.
    Shots,
    /// Run the benchmarks.
    Bench,
    /// Make a data file with the migrations in it (used by `generate`).
    #[command(hide = true)]
    MigratedFile {
        /// The file.
        file: std::path::PathBuf,
    },
}

fn main() -> ExitCode {
    match run(Cli::parse().command) {
        Ok(()) => ExitCode::SUCCESS,
        Err(e) => {
            eprintln!("\u{2717} {e}");
            e.chain().skip(1).for_each(|cause| eprintln!("  {cause}"));
            ExitCode::FAILURE
        }
    }
}

fn run(command: Command) -> Result<()> {
    match command {
        Command::Demo { listen } => demo(&listen),
        Command::Test => test(),
        Command::Check => check::check(),
        Command::Generate => check::generate(),
        Command::Dress { ids } => dress(&ids),
        Command::Shots => shots(),
        Command::Bench => bench(),
        Command::MigratedFile { file } => check::migrated_file(&file),
    }
}

fn demo(listen: &str) -> Result<()> {
    web::build()?;
    say("Building the application (the first time takes some minutes)");
    cargo(&["build", "--package", "umbet"])?;
    say("Starting it with demo data; stop it with Ctrl-C");
    let data = run::root().join(".umbet/demo.db");
    let data = data.to_string_lossy().into_owned();
    run::replace("target/debug/umbet", &["serve", "--demo", "--data", &data, "--listen", listen])
}

fn test() -> Result<()> {
    browser::install()?;
    web::build()?;
    say("Running the whole suite");
    // Browsers wait more than they compute: more tests at once than there are processors.
    cargo(&["test", "--workspace", "--all-features", "--", "--test-threads=4"])
}

fn dress(ids: &[String]) -> Result<()> {
    say("Drawing knots up");
    let mut words = vec!["run", "--quiet", "--package", "umbet-core", "--example", "dress", "--"];
    words.extend(ids.iter().map(String::as_str));
    cargo(&words)?;
    say("Measuring what was drawn up");
    cargo(&["run", "--quiet", "--package", "umbet-core", "--example", "measure"])?;
    say("Drawing bars up");
    cargo(&["run", "--quiet", "--package", "umbet-core", "--example", "work"])
}

fn shots() -> Result<()> {
    browser::install()?;
    web::build()?;
    say("Retaking docs/screenshots");
    cargo(&["test", "--package", "umbet", "--test", "app", "screenshots::", "--", "--ignored", "--nocapture"])
}

fn bench() -> Result<()> {
    say("Benchmarks of the core");
    cargo(&["bench", "--package", "umbet-core", "--bench", "core"])?;
    web::build()?;
    say("Choosing over HTTP, fifty clients at once");
    cargo(&[
        "test",
        "--release",
        "--package",
        "umbet",
        "--test",
        "app",
        "load::",
        "--",
        "--ignored",
        "--nocapture",
        "--test-threads=1",
    ])
}

#[cfg(test)]
mod tests {
    use std::fs;
    use std::path::{Path, PathBuf};

    fn under(folder: &Path, end: &str, all: &mut Vec<PathBuf>) {
        for entry in fs::read_dir(folder).expect("a folder").flatten().map(|e| e.path()) {
            if entry.is_dir() {
                under(&entry, end, all);
            } else if entry.extension().is_some_and(|e| e == end) {
                all.push(entry);
            }
        }
    }

    /// Every example that a command here or a page of the docs runs is there to be run.
    #[test]
    fn examples_that_are_named_are_there() {
        let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
        let mut texts = vec![root.join("README.md"), root.join("CONTRIBUTING.md")];
        under(&root.join("docs"), "md", &mut texts);
        let mut named: Vec<String> = vec!["dress".into()];
        for text in texts {
            let text = fs::read_to_string(&text).expect("a page of the docs");
            let after = text.split("--example ").skip(1).filter_map(|rest| rest.split_whitespace().next());
            named.extend(after.map(|name| name.trim_matches('`').to_owned()));
        }
        assert!(named.len() > 1, "the recipes name examples");
        for name in named {
            let file = root.join(format!("crates/umbet-core/examples/{name}.rs"));
            assert!(file.exists(), "no example is called {name}");
        }
    }
}
