//! What goes wrong, and the one place that turns it into an answer (problem details, RFC 9457).

use crate::characters::is_no_character;
use crate::trouble::Trouble;
use axum::Json;
use axum::http::{HeaderValue, StatusCode, header};
use axum::response::{IntoResponse, Response};
use serde::Serialize;
use umbet_core::situation::Fault;
use utoipa::ToSchema;

/// A problem in the client's terms.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Problem {
    /// A short name of the kind of problem.
    #[serde(rename = "type")]
    pub kind: String,
    /// The kind in words.
    pub title: String,
    /// HTTP status.
    pub status: u16,
    /// What to change.
    pub detail: String,
    /// Values that cannot be used, each with what to change.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub faults: Vec<Fault>,
    /// What stands there now, where another window changed it first.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Object>)]
    pub newer: Option<serde_json::Value>,
}

/// How a question with a body is refused, for the document.
#[derive(utoipa::IntoResponses)]
#[allow(dead_code, reason = "read by the document alone")]
pub enum Refused {
    /// Cannot be read
    #[response(status = 400, content_type = "application/json")]
    Unreadable(Problem),
    /// Larger than 64 kB
    #[response(status = 413, content_type = "application/json")]
    TooLarge(Problem),
    /// Not sent as JSON
    #[response(status = 415, content_type = "application/json")]
    NotJson(Problem),
    /// Values out of reason
    #[response(status = 422, content_type = "application/json")]
    Unusable(Problem),
}

/// How a question about something named is refused, for the document.
#[derive(utoipa::IntoResponses)]
#[allow(dead_code, reason = "read by the document alone")]
pub enum NotThere {
    /// Cannot be read
    #[response(status = 400, content_type = "application/json")]
    Unreadable(Problem),
    /// There is none
    #[response(status = 404, content_type = "application/json")]
    Missing(Problem),
}

/// How a question with a body about something named is refused, for the document.
#[derive(utoipa::IntoResponses)]
#[allow(dead_code, reason = "read by the document alone")]
pub enum NotAnswered {
    /// Cannot be read
    #[response(status = 400, content_type = "application/json")]
    Unreadable(Problem),
    /// There is none
    #[response(status = 404, content_type = "application/json")]
    Missing(Problem),
    /// Larger than 64 kB
    #[response(status = 413, content_type = "application/json")]
    TooLarge(Problem),
    /// Not sent as JSON
    #[response(status = 415, content_type = "application/json")]
    NotJson(Problem),
    /// Values out of reason
    #[response(status = 422, content_type = "application/json")]
    Unusable(Problem),
}

/// How a change is refused, for the document.
#[derive(utoipa::IntoResponses)]
#[allow(dead_code, reason = "read by the document alone")]
pub enum NotChanged {
    /// Cannot be read
    #[response(status = 400, content_type = "application/json")]
    Unreadable(Problem),
    /// There is none
    #[response(status = 404, content_type = "application/json")]
    Missing(Problem),
    /// Another window changed it first
    #[response(status = 409, content_type = "application/json")]
    Stale(Problem),
    /// Larger than 64 kB
    #[response(status = 413, content_type = "application/json")]
    TooLarge(Problem),
    /// Not sent as JSON
    #[response(status = 415, content_type = "application/json")]
    NotJson(Problem),
    /// Values out of reason
    #[response(status = 422, content_type = "application/json")]
    Unusable(Problem),
}

/// Everything a route can fail with.
#[derive(Debug, thiserror::Error)]
pub enum Error {
    /// The body, path or query cannot be read.
    #[error("{detail}")]
    Unreadable {
        /// Status axum gave it.
        status: StatusCode,
        /// What to change.
        detail: String,
    },
    /// It reads, but some values cannot be used.
    #[error("some values cannot be used")]
    Unusable(Vec<Fault>),
    /// There is no such thing.
    #[error("there is no {0} with this number or name")]
    Missing(&'static str),
    /// Someone else changed it first, to this.
    #[error("changed meanwhile")]
    Stale(serde_json::Value),
    /// The request comes from another site.
    #[error("{0}")]
    Foreign(&'static str),
    /// The method is not one this address answers to.
    #[error("this address does not answer to that method")]
    Method,
    /// The store failed.
    #[error(transparent)]
    Store(#[from] sqlx::Error),
    /// What is stored cannot be read back.
    #[error(transparent)]
    Stored(#[from] serde_json::Error),
    /// Computation broke off.
    #[error("{0}")]
    Work(String),
    /// A file for other hands could not be made.
    #[error(transparent)]
    Export(#[from] anyhow::Error),
}

impl Error {
    /// What to change, in words: of several values, one after the other.
    pub fn says(&self) -> String {
        match self {
            Self::Unusable(faults) => faults.iter().map(|f| f.says.as_str()).collect::<Vec<_>>().join(" "),
            other => other.to_string(),
        }
    }

    /// One value that cannot be used.
    pub fn fault(field: &str, says: impl Into<String>) -> Self {
        Self::Unusable(vec![Fault { field: field.to_owned(), says: says.into() }])
    }

    fn problem(self) -> Problem {
        let problem = |status: StatusCode, kind: &str, title: &str, detail: String| Problem {
            kind: format!("urn:umbet:{kind}"),
            title: title.to_owned(),
            status: status.as_u16(),
            detail,
            faults: Vec::new(),
            newer: None,
        };
        match self {
            Self::Unreadable { status, detail } => {
                // It may quote what was sent.
                let detail = detail.replace(|c| is_no_character(u32::from(c)), "\u{fffd}");
                problem(status, "unreadable", "The request cannot be read", detail)
            }
            Self::Unusable(faults) => {
                let detail = faults.iter().map(|f| f.says.clone()).collect::<Vec<_>>().join(" ");
                let mut p = problem(StatusCode::UNPROCESSABLE_ENTITY, "unusable", "Some values cannot be used", detail);
                p.faults = faults;
                p
            }
            Self::Missing(_) => {
                problem(StatusCode::NOT_FOUND, "missing", "Not found", format!("{}.", capital(&self.to_string())))
            }
            Self::Stale(newer) => {
                let detail = "It was changed in another window. Nothing of this was kept; choose what is to stand.";
                let stale = problem(StatusCode::CONFLICT, "stale", "Changed meanwhile", detail.into());
                Problem { newer: Some(newer), ..stale }
            }
            Self::Foreign(why) => problem(StatusCode::FORBIDDEN, "foreign", "Not from here", why.into()),
            Self::Method => problem(
                StatusCode::METHOD_NOT_ALLOWED,
                "method",
                "Method not allowed",
                "This address does not answer to that method. See /api/openapi.json.".into(),
            ),
            Self::Store(e) => match Trouble::of(&e) {
                Some(trouble @ (Trouble::Full | Trouble::Locked | Trouble::ReadOnly)) => {
                    let status = if trouble == Trouble::Full { 507 } else { 503 };
                    let detail = format!("Nothing was changed: {trouble}.");
                    Problem { status, title: "The data file cannot be written".into(), detail, ..ours(&e, DATA) }
                }
                _ => ours(&e, DATA),
            },
            Self::Stored(e) => ours(&e, DATA),
            Self::Work(_) => ours(&self, "The computation broke off. Nothing was changed; try again."),
            Self::Export(e) => ours(e.as_ref(), "The file could not be made. Nothing was changed; try again."),
        }
    }
}

const DATA: &str = "The data file could not be read or written. Nothing was changed; try again.";

/// Our fault: logged whole, told briefly.
fn ours(e: &dyn std::error::Error, detail: &str) -> Problem {
    tracing::error!(error = %e, "request failed");
    Problem {
        kind: "urn:umbet:ours".into(),
        title: "Our fault".into(),
        status: 500,
        detail: detail.into(),
        faults: Vec::new(),
        newer: None,
    }
}

/// With a capital at the front.
pub fn capital(s: &str) -> String {
    let mut c = s.chars();
    c.next().map_or_else(String::new, |f| f.to_uppercase().chain(c).collect())
}

impl IntoResponse for Error {
    fn into_response(self) -> Response {
        let problem = self.problem();
        let status = StatusCode::from_u16(problem.status).unwrap_or(StatusCode::INTERNAL_SERVER_ERROR);
        let mut response = (status, Json(problem)).into_response();
        response.headers_mut().insert(header::CONTENT_TYPE, HeaderValue::from_static("application/problem+json"));
        response
    }
}
