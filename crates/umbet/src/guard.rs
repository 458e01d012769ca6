//! What keeps other sites and other machines out: Host and Origin checked, headers set, sizes and times kept.

use crate::error::Error;
use axum::extract::{Request, State};
use axum::http::{HeaderMap, HeaderName, HeaderValue, Method, header};
use axum::middleware::Next;
use axum::response::{IntoResponse, Response};
use std::net::SocketAddr;
use std::sync::Arc;

/// Largest body taken.
pub const LARGEST_BODY: usize = 64 * 1024;

/// Host names this server answers to.
#[derive(Debug, Clone)]
pub struct Hosts(Arc<Vec<String>>);

impl Hosts {
    /// Loopback names, and the address listened on.
    pub fn of(address: SocketAddr) -> Self {
        let mut names = vec!["localhost".to_owned(), "127.0.0.1".to_owned(), "[::1]".to_owned()];
        let own = match address {
            SocketAddr::V4(a) => a.ip().to_string(),
            SocketAddr::V6(a) => format!("[{}]", a.ip()),
        };
        names.push(own);
        Self(Arc::new(names))
    }

    fn know(&self, authority: &str) -> bool {
        let name = match authority.rsplit_once(':') {
            Some((name, port)) if port.chars().all(|c| c.is_ascii_digit()) => name,
            _ => authority,
        };
        self.0.iter().any(|h| h.eq_ignore_ascii_case(name))
    }
}

/// Refuses requests for another host, or from another site.
pub async fn host_and_origin(State(hosts): State<Hosts>, request: Request, next: Next) -> Response {
    let headers = request.headers();
    let authority = text(headers, header::HOST).or_else(|| request.uri().authority().map(|a| a.as_str()));
    if !authority.is_some_and(|a| hosts.know(a)) {
        return Error::Foreign("This server answers to its own address only.").into_response();
    }
    let writes = !matches!(*request.method(), Method::GET | Method::HEAD | Method::OPTIONS);
    let origin = text(headers, header::ORIGIN);
    let own = origin.is_none_or(|o| o.strip_prefix("http://").or_else(|| o.strip_prefix("https://")) == authority);
    let cross = text(headers, HeaderName::from_static("sec-fetch-site")) == Some("cross-site");
    if writes && (!own || cross) {
        return Error::Foreign("Another site may not change anything here.").into_response();
    }
    next.run(request).await
}

fn text(headers: &HeaderMap, name: HeaderName) -> Option<&str> {
    headers.get(name).and_then(|v| v.to_str().ok())
}

/// Headers every answer carries.
pub const HEADERS: [(HeaderName, HeaderValue); 6] = [
    (
        header::CONTENT_SECURITY_POLICY,
        HeaderValue::from_static(
            "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; object-src 'none'; \
             base-uri 'none'; form-action 'self'; frame-ancestors 'none'",
        ),
    ),
    (header::X_CONTENT_TYPE_OPTIONS, HeaderValue::from_static("nosniff")),
    (header::REFERRER_POLICY, HeaderValue::from_static("no-referrer")),
    (HeaderName::from_static("cross-origin-opener-policy"), HeaderValue::from_static("same-origin")),
    (HeaderName::from_static("cross-origin-resource-policy"), HeaderValue::from_static("same-origin")),
    (
        HeaderName::from_static("permissions-policy"),
        HeaderValue::from_static("camera=(), microphone=(), geolocation=(), payment=()"),
    ),
];

/// Sets [`HEADERS`] on an answer.
pub async fn headers(request: Request, next: Next) -> Response {
    let mut response = next.run(request).await;
    for (name, value) in HEADERS {
        response.headers_mut().insert(name, value);
    }
    response
}
