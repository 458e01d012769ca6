//! The `umbet` command.

use anyhow::Context;
use clap::Parser;
use tokio::net::TcpListener;
use umbet::config::{Cli, Command, Serve};
use umbet::{App, demo, openapi, serve, store};

#[tokio::main]
async fn main() -> anyhow::Result<()> {
    let filter = tracing_subscriber::EnvFilter::try_from_default_env().unwrap_or_else(|_| "umbet=info,warn".into());
    tracing_subscriber::fmt().with_env_filter(filter).with_writer(std::io::stderr).init();
    match Cli::parse().command {
        Command::Serve(options) => run(&options).await,
        Command::Openapi => {
            println!("{}", serde_json::to_string_pretty(&openapi())?);
            Ok(())
        }
    }
}

async fn run(options: &Serve) -> anyhow::Result<()> {
    let file = options.file()?;
    let store = store::open(&file).await.with_context(|| format!("cannot open the data file {}", file.display()))?;
    if options.demo {
        demo::load(&store).await?;
    }
    let address = options.address()?;
    let listener = TcpListener::bind(address).await.with_context(|| format!("cannot listen on {address}"))?;
    println!("Umbet keeps its data in {}", file.display());
    println!("Umbet is at http://{}", listener.local_addr()?);
    serve(listener, App::new(store).await?, stopped()).await
}

/// Ends with Ctrl-C, or with the signal a service manager sends.
async fn stopped() {
    let interrupt = tokio::signal::ctrl_c();
    #[cfg(unix)]
    {
        let mut terminate = match tokio::signal::unix::signal(tokio::signal::unix::SignalKind::terminate()) {
            Ok(signal) => signal,
            Err(_) => return drop(interrupt.await),
        };
        tokio::select! { _ = interrupt => {}, _ = terminate.recv() => {} }
    }
    #[cfg(not(unix))]
    drop(interrupt.await);
}
