//! The page: built by Vite, carried inside the binary.

use axum::extract::Request;
use axum::http::{HeaderValue, StatusCode, header};
use axum::response::{IntoResponse, Response};
use rust_embed::RustEmbed;

/// The built front end. Missing in a build without it: the page then says how to build it.
#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Web;

/// A file of the page, or the page itself for any address of its own.
pub async fn serve(request: Request) -> Response {
    let path = request.uri().path().trim_start_matches('/');
    if request.method() != axum::http::Method::GET && request.method() != axum::http::Method::HEAD {
        return crate::error::Error::Method.into_response();
    }
    if path.starts_with("api/") {
        return crate::error::Error::Missing("page or address").into_response();
    }
    match Web::get(path) {
        Some(file) => {
            let mime = mime_guess::from_path(path).first_or_octet_stream();
            // Vite names files under assets/ by their content: they never change.
            let cache = if path.starts_with("assets/") { "public, max-age=31536000, immutable" } else { "no-cache" };
            ([(header::CONTENT_TYPE, mime.as_ref()), (header::CACHE_CONTROL, cache)], file.data.into_owned())
                .into_response()
        }
        None if path.contains('.') => crate::error::Error::Missing("page or address").into_response(),
        None => page(),
    }
}

fn page() -> Response {
    match Web::get("index.html") {
        Some(file) => {
            let mut response = file.data.into_owned().into_response();
            response.headers_mut().insert(header::CONTENT_TYPE, HeaderValue::from_static("text/html; charset=utf-8"));
            response.headers_mut().insert(header::CACHE_CONTROL, HeaderValue::from_static("no-cache"));
            response
        }
        None => {
            (StatusCode::NOT_FOUND, "The page is not built into this binary. Run `cargo xtask demo`.").into_response()
        }
    }
}
