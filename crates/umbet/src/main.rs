//! The `umbet` command.

use anyhow::Context;
use clap::Parser;
use std::path::Path;
use std::process::ExitCode;
use std::time::Duration;
use tokio::net::TcpListener;
use umbet::config::{Cli, Command, Data, Serve};
use umbet::{App, demo, openapi, serve, store};

fn main() -> ExitCode {
    let filter = tracing_subscriber::EnvFilter::try_from_default_env().unwrap_or_else(|_| "umbet=info,warn".into());
    tracing_subscriber::fmt().with_env_filter(filter).with_writer(std::io::stderr).init();
    match begun(Cli::parse().command) {
        Ok(()) => ExitCode::SUCCESS,
        Err(e) => {
            eprintln!("Umbet stopped: {e:#}.");
            ExitCode::FAILURE
        }
    }
}

fn begun(command: Command) -> anyhow::Result<()> {
    let runtime = tokio::runtime::Runtime::new().context("the system gives no threads")?;
    let done = runtime.block_on(async {
        match command {
            Command::Serve(options) => run(&options).await,
            Command::Backup { file, data } => back_up(&data, &file).await,
            Command::Restore { file, data } => put_back(&data, &file).await,
            Command::Openapi => {
                println!("{}", serde_json::to_string_pretty(&openapi())?);
                Ok(())
            }
        }
    });
    // Computation under way cannot be broken off; it is not waited for.
    runtime.shutdown_timeout(Duration::from_millis(200));
    done
}

async fn run(options: &Serve) -> anyhow::Result<()> {
    let file = options.data.file()?;
    let store = store::open(&file).await?;
    if options.data.demo {
        demo::load(&store).await.context("the demonstration could not be loaded")?;
    }
    let address = options.address()?;
    let listener = TcpListener::bind(address).await.map_err(|e| unbound(&e, address))?;
    let app = App::new(store).await?;
    println!("Umbet keeps its data in {}", file.display());
    println!("Umbet is at http://{}", listener.local_addr()?);
    serve(listener, app, stopped()).await
}

fn unbound(e: &std::io::Error, address: std::net::SocketAddr) -> anyhow::Error {
    match e.kind() {
        std::io::ErrorKind::AddrInUse => anyhow::anyhow!(
            "port {} is taken, perhaps by another Umbet; choose one with --listen {}:PORT, or 0 for any that is free",
            address.port(),
            address.ip()
        ),
        std::io::ErrorKind::PermissionDenied => {
            anyhow::anyhow!("port {} is the system's; choose one above 1023 with --listen", address.port())
        }
        _ => anyhow::anyhow!("cannot listen on {address}: {e}"),
    }
}

async fn back_up(data: &Data, to: &Path) -> anyhow::Result<()> {
    let file = data.file()?;
    anyhow::ensure!(file.is_file(), "there is no data file {}", file.display());
    store::copy_file(&file, to).await?;
    println!("{} is copied to {}", file.display(), to.display());
    Ok(())
}

async fn put_back(data: &Data, from: &Path) -> anyhow::Result<()> {
    let file = data.file()?;
    let kept = store::restore(&file, from).await?;
    println!("{} is now as in {}", file.display(), from.display());
    if let Some(kept) = kept {
        println!("What was there before is kept in {}", kept.display());
    }
    Ok(())
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
