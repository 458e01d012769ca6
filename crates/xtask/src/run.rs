//! Running programs from the workspace's root.

use anyhow::{Context, Result, bail};
use std::path::PathBuf;
use std::process::Command;

/// The workspace's root.
pub fn root() -> PathBuf {
    let here = PathBuf::from(env!("CARGO_MANIFEST_DIR"));
    here.ancestors().nth(2).map_or_else(|| here.clone(), std::path::Path::to_path_buf)
}

/// Says what is being done.
pub fn say(words: &str) {
    eprintln!("\u{25b8} {words}");
}

/// Runs a program in `folder` below the root; fails when it fails.
pub fn run_in(folder: &str, program: &str, args: &[&str]) -> Result<()> {
    run_with(folder, program, args, &[])
}

/// The same, with environment variables.
pub fn run_with(folder: &str, program: &str, args: &[&str], env: &[(&str, &str)]) -> Result<()> {
    let status = Command::new(program)
        .args(args)
        .envs(env.iter().copied())
        .current_dir(root().join(folder))
        .status()
        .with_context(|| format!("cannot run {program}; is it installed?"))?;
    if !status.success() {
        bail!("{program} {} failed", args.join(" "));
    }
    Ok(())
}

/// Runs cargo, without any network data file or database named by the caller's shell.
pub fn cargo(args: &[&str]) -> Result<()> {
    run_with("", env!("CARGO"), args, &[("SQLX_OFFLINE", "true")])
}

/// What a program prints.
pub fn output(folder: &str, program: &str, args: &[&str]) -> Result<String> {
    let out = Command::new(program)
        .args(args)
        .current_dir(root().join(folder))
        .output()
        .with_context(|| format!("cannot run {program}; is it installed?"))?;
    if !out.status.success() {
        bail!("{program} {} failed: {}", args.join(" "), String::from_utf8_lossy(&out.stderr));
    }
    Ok(String::from_utf8(out.stdout)?)
}

/// Runs a program in this one's place, so that Ctrl-C reaches it alone.
pub fn replace(program: &str, args: &[&str]) -> Result<()> {
    let mut command = Command::new(root().join(program));
    command.args(args).current_dir(root());
    #[cfg(unix)]
    {
        use std::os::unix::process::CommandExt as _;
        Err(command.exec()).with_context(|| format!("cannot start {program}"))
    }
    #[cfg(not(unix))]
    {
        command.status().with_context(|| format!("cannot start {program}"))?;
        Ok(())
    }
}
