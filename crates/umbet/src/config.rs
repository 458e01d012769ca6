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
    /// Print the OpenAPI document.
    Openapi,
}

/// How to serve.
#[derive(Debug, clap::Args)]
pub struct Serve {
    /// Load the demonstration: its own file, never the user's.
    #[arg(long)]
    pub demo: bool,
    /// The data file; by default where the platform keeps an application's data.
    #[arg(long, value_name = "FILE")]
    pub data: Option<PathBuf>,
    /// Address to listen on. Anything but loopback lets other machines in.
    #[arg(long, value_name = "ADDR", default_value = "127.0.0.1:4717")]
    pub listen: SocketAddr,
}

impl Serve {
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
