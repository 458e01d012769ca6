//! Extractors whose refusals are problems a person understands.

use crate::error::Error;
use crate::state::App;
use crate::store::Settings;
use axum::extract::{FromRequest, FromRequestParts, Request, rejection};
use axum::http::StatusCode;
use axum::http::request::Parts;
use serde::de::DeserializeOwned;
use std::convert::Infallible;
use std::sync::Arc;
use umbet_core::situation::Habits;
use umbet_core::units::Reader;

/// A JSON body.
pub struct Body<T>(pub T);

impl<S: Send + Sync, T: DeserializeOwned> FromRequest<S> for Body<T> {
    type Rejection = Error;
    async fn from_request(request: Request, state: &S) -> Result<Self, Error> {
        match axum::Json::<T>::from_request(request, state).await {
            Ok(axum::Json(value)) => Ok(Self(value)),
            Err(e) => Err(Error::Unreadable { status: e.status(), detail: json_words(&e) }),
        }
    }
}

fn json_words(e: &rejection::JsonRejection) -> String {
    use rejection::JsonRejection as J;
    match e {
        J::MissingJsonContentType(_) => "Send JSON, with the header content-type: application/json.".into(),
        J::BytesRejection(_) if e.status() == StatusCode::PAYLOAD_TOO_LARGE => {
            "The body is too large: 64 kB is the most.".into()
        }
        J::JsonSyntaxError(_) | J::JsonDataError(_) => format!("{}.", innermost(e)),
        _ => "The body could not be read to its end.".into(),
    }
}

/// The innermost cause says what and where, without the framework's own words round it.
fn innermost(e: &dyn std::error::Error) -> String {
    let mut cause: &dyn std::error::Error = e;
    while let Some(next) = cause.source() {
        cause = next;
    }
    cause.to_string()
}

/// Values in the address.
pub struct Path<T>(pub T);

impl<S: Send + Sync, T: DeserializeOwned + Send> FromRequestParts<S> for Path<T> {
    type Rejection = Error;
    async fn from_request_parts(parts: &mut Parts, state: &S) -> Result<Self, Error> {
        match axum::extract::Path::<T>::from_request_parts(parts, state).await {
            Ok(axum::extract::Path(value)) => Ok(Self(value)),
            Err(e) => Err(Error::Unreadable { status: e.status(), detail: format!("{}.", e.body_text()) }),
        }
    }
}

/// Values behind the question mark.
pub struct Query<T>(pub T);

impl<S: Send + Sync, T: DeserializeOwned> FromRequestParts<S> for Query<T> {
    type Rejection = Error;
    async fn from_request_parts(parts: &mut Parts, state: &S) -> Result<Self, Error> {
        match axum::extract::Query::<T>::from_request_parts(parts, state).await {
            Ok(axum::extract::Query(value)) => Ok(Self(value)),
            Err(e) => Err(Error::Unreadable { status: e.status(), detail: format!("{}.", innermost(&e)) }),
        }
    }
}

/// The person who asks. There is one data file and one person so far, its owner; when there are more, this is where they are
/// told apart.
pub struct Person {
    settings: Arc<Settings>,
    habits: Habits,
}

impl Person {
    /// Their settings.
    pub fn settings(&self) -> &Settings {
        &self.settings
    }

    /// Their habits, which hold for every joint.
    pub fn habits(&self) -> &Habits {
        &self.habits
    }

    /// The measures they read in.
    pub fn reader(&self) -> Reader {
        self.settings.reader()
    }
}

impl FromRequestParts<App> for Person {
    type Rejection = Infallible;
    async fn from_request_parts(_: &mut Parts, app: &App) -> Result<Self, Infallible> {
        Ok(Self { settings: app.settings(), habits: app.habits() })
    }
}
