//! A copy of the data file to keep.

use crate::error::Error;
use crate::state::App;
use crate::store;
use axum::body::Body;
use axum::extract::State;
use axum::http::header;
use axum::response::{IntoResponse, Response};

/// The whole data file as it is at this moment.
#[utoipa::path(
    get, operation_id = "backup", path = "/api/backup",
    responses((status = 200, description = "A copy of the data file, to put back with `umbet restore`", body = Vec<u8>, content_type = "application/vnd.sqlite3"))
)]
pub async fn backup(State(app): State<App>) -> Result<Response, Error> {
    let folder = tempfile::tempdir().map_err(|e| Error::Export(e.into()))?;
    let file = folder.path().join("umbet.db");
    store::copy(&app.store, &file).await?;
    let bytes = tokio::fs::read(&file).await.map_err(|e| Error::Export(e.into()))?;
    let name = format!("attachment; filename=\"umbet-{}.db\"", jiff::Timestamp::now().strftime("%Y-%m-%d"));
    let headers = [(header::CONTENT_TYPE, "application/vnd.sqlite3".to_owned()), (header::CONTENT_DISPOSITION, name)];
    Ok((headers, Body::from(bytes)).into_response())
}
