//! Umbet, the application: the core behind HTTP, the user's data in one SQLite file, the page inside.

mod assets;
mod characters;
pub mod config;
pub mod demo;
mod drawing_up;
mod error;
pub mod export;
mod extract;
pub mod forecast;
pub mod gpx;
mod guard;
mod kept;
mod kit;
mod routes;
mod state;
pub mod store;
mod tied;
mod trouble;
mod work;

pub use error::{Error, Problem};
pub use state::App;

use axum::body::Bytes;
use axum::extract::DefaultBodyLimit;
use axum::http::StatusCode;
use axum::http::header::CONTENT_TYPE;
use axum::routing::get;
use axum::{Router, middleware};
use std::future::{Future, IntoFuture};
use std::time::Duration;
use tokio::net::TcpListener;
use tower_http::catch_panic::CatchPanicLayer;
use tower_http::compression::CompressionLayer;
use tower_http::compression::predicate::NotForContentType;
use tower_http::timeout::TimeoutLayer;
use tower_http::trace::TraceLayer;

/// Longest a request may take.
const LONGEST: Duration = Duration::from_secs(15);

/// Answers go to this machine alone: packing them costs more than sending them. The page's own files are packed.
const PAGE_ALONE: NotForContentType = NotForContentType::const_new("application/json");

/// The OpenAPI document.
pub fn openapi() -> utoipa::openapi::OpenApi {
    routes::api().1
}

/// The whole router, as it is served and as it is tested.
pub fn router(app: App, hosts: guard::Hosts) -> Router {
    let (api, document) = routes::api();
    // Routes are cloned for every connection: the document is kept as its bytes, once.
    let document = Bytes::from(serde_json::to_vec(&document).unwrap_or_default());
    api.route("/api/openapi.json", get(move || async move { ([(CONTENT_TYPE, "application/json")], document) }))
        .route("/api/health", get(|| async { "well" }))
        .method_not_allowed_fallback(routes::wrong_method)
        .route("/api/{*rest}", axum::routing::any(routes::missing))
        .fallback(assets::serve)
        .with_state(app)
        .layer(DefaultBodyLimit::max(guard::LARGEST_BODY))
        .layer(middleware::from_fn_with_state(hosts, guard::host_and_origin))
        .layer(CompressionLayer::new().compress_when(PAGE_ALONE))
        .layer(TimeoutLayer::with_status_code(StatusCode::REQUEST_TIMEOUT, LONGEST))
        .layer(middleware::from_fn(guard::headers))
        .layer(CatchPanicLayer::new())
        .layer(TraceLayer::new_for_http())
}

/// How long requests in hand may take once the server is told to stop.
const LAST: Duration = Duration::from_secs(3);

/// Serves on `listener` until `stop` is done, then answers what is in hand and ends, within five seconds whatever hangs.
///
/// # Errors
/// When the listener fails.
pub async fn serve(
    listener: TcpListener,
    app: App,
    stop: impl Future<Output = ()> + Send + 'static,
) -> anyhow::Result<()> {
    let hosts = guard::Hosts::of(listener.local_addr()?);
    let store = app.store.clone();
    // What choosing asks of every path is worked out while the first page loads.
    tokio::task::spawn_blocking(|| umbet_core::topology::known_letting(""));
    tokio::spawn(app.clone().read_ahead());
    let (told, hear) = tokio::sync::oneshot::channel();
    let stop = async move {
        stop.await;
        let _ = told.send(());
    };
    let served = axum::serve(listener, router(app, hosts)).with_graceful_shutdown(stop).into_future();
    let overdue = async {
        if hear.await.is_err() {
            std::future::pending::<()>().await;
        }
        tokio::time::sleep(LAST).await;
    };
    tokio::select! {
        ended = served => ended?,
        () = overdue => tracing::warn!("a request hung and was cut off"),
    }
    if tokio::time::timeout(Duration::from_secs(1), store.close()).await.is_err() {
        tracing::warn!("the data file was still in use; what was answered is in it");
    }
    Ok(())
}
