//! Debian's Chromium and its driver, installed where they are missing.

use crate::run::{run_in, say};
use anyhow::{Result, bail};
use std::process::{Command, Stdio};

/// Makes sure `chromium` and `chromedriver` can be run.
pub fn install() -> Result<()> {
    if runs("chromium") && runs("chromedriver") {
        return Ok(());
    }
    if !runs("apt-get") {
        bail!("the browser tests need `chromium` and `chromedriver` on the path; install them and run again");
    }
    say("Installing Chromium and its driver");
    let sudo = if runs("sudo") && !is_root() { Some("sudo") } else { None };
    for args in
        [vec!["apt-get", "update", "-qq"], vec!["apt-get", "install", "-y", "-qq", "chromium", "chromium-driver"]]
    {
        let mut words: Vec<&str> = sudo.into_iter().collect();
        words.extend(args);
        run_in("", words[0], &words[1..])?;
    }
    Ok(())
}

fn runs(program: &str) -> bool {
    Command::new(program)
        .arg("--version")
        .stdout(Stdio::null())
        .stderr(Stdio::null())
        .status()
        .is_ok_and(|s| s.success())
}

fn is_root() -> bool {
    Command::new("id").arg("-u").output().is_ok_and(|o| o.stdout.starts_with(b"0"))
}
