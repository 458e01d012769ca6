//! The command line, and where the data lives.

use anyhow::Context;
use clap::{Parser, Subcommand};
use std::net::SocketAddr;
use std::path::PathBuf;

/// Umbet: choose the knot with reasons, see how it is tied, keep the job.
#[derive(Debug, Parser)]
#[command(version, about)]
pub struct Cli {
    /// What to do.
    #[command(subcommand)]
    pub command: Command,
}

/// Commands.
#[derive(Debug, Subcommand)]
pub enum Command {
    /// Serve the application.
    Serve(Serve),
    /// Copy the data file to a new file, also while Umbet runs.
    Backup {
        /// The copy to make.
        file: PathBuf,
        /// The data file to copy.
        #[command(flatten)]
        data: Data,
    },
    /// Put a backup in the place of the data file, which is kept beside it; Umbet must not be running.
    Restore {
        /// The backup.
        file: PathBuf,
        /// The data file to replace.
        #[command(flatten)]
        data: Data,
    },
    /// Print the OpenAPI document.
    Openapi,
}

/// Which data file.
#[derive(Debug, clap::Args)]
pub struct Data {
    /// The demonstration's: its own file, never the user's.
    #[arg(long)]
    pub demo: bool,
    /// The data file; by default where the platform keeps an application's data.
    #[arg(long, value_name = "FILE")]
    pub data: Option<PathBuf>,
}

/// How to serve.
#[derive(Debug, clap::Args)]
pub struct Serve {
    /// The data file; with `--demo` the demonstration is loaded into it.
    #[command(flatten)]
    pub data: Data,
    /// Address to listen on; this machine's own only.
    #[arg(long, value_name = "ADDR", default_value = "127.0.0.1:4717")]
    pub listen: SocketAddr,
}

impl Serve {
    /// The address to listen on.
    ///
    /// # Errors
    /// When it is not this machine's own: Umbet has one person's data and asks nobody who they are.
    pub fn address(&self) -> anyhow::Result<SocketAddr> {
        let address = self.listen;
        anyhow::ensure!(
            address.ip().is_loopback(),
            "Umbet answers this machine alone so far, and {} would let others in: listen on 127.0.0.1:{} or [::1]:{}",
            address.ip(),
            address.port(),
            address.port()
        );
        Ok(address)
    }
}

impl Data {
    /// The data file to use.
    ///
    /// # Errors
    /// When the platform names no place for an application's data.
    pub fn file(&self) -> anyhow::Result<PathBuf> {
        if let Some(file) = &self.data {
            return Ok(file.clone());
        }
        let place = directories::ProjectDirs::from("", "", "umbet")
            .context("this platform names no folder for data; name a file with --data")?;
        Ok(place.data_dir().join(if self.demo { "demo.db" } else { "umbet.db" }))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn serve(listen: &str) -> Serve {
        Serve { data: Data { demo: false, data: None }, listen: listen.parse().expect("an address") }
    }

    #[test]
    fn only_this_machine_is_answered() {
        assert!(serve("127.0.0.1:4717").address().is_ok() && serve("[::1]:80").address().is_ok());
        for open in ["0.0.0.0:4717", "[::]:4717", "192.168.1.7:4717"] {
            let why = serve(open).address().expect_err("it is refused").to_string();
            assert!(why.contains("this machine alone") && why.contains("127.0.0.1:4717"), "{why}");
        }
    }
}
