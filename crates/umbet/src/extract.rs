//! Extractors whose refusals are problems a person understands.

use crate::characters::is_no_character;
use crate::error::Error;
use crate::state::App;
use crate::store::Settings;
use axum::extract::{FromRequest, FromRequestParts, Request, rejection};
use axum::http::StatusCode;
use axum::http::request::Parts;
use serde::de::DeserializeOwned;
use serde_json::Value;
use serde_json::value::RawValue;
use std::convert::Infallible;
use std::sync::Arc;
use umbet_core::situation::Habits;
use umbet_core::units::Reader;

/// A JSON body.
pub struct Body<T>(pub T);

impl<S: Send + Sync, T: DeserializeOwned> FromRequest<S> for Body<T> {
    type Rejection = Error;
    async fn from_request(request: Request, state: &S) -> Result<Self, Error> {
        let sent: Result<axum::Json<Box<RawValue>>, _> = axum::Json::from_request(request, state).await;
        let text = sent.map_err(|e| Error::Unreadable { status: e.status(), detail: json_words(&e) })?;
        if let Some(code) = no_character(text.get()) {
            let detail = format!("Take the character U+{code:04X} out: it is no character and cannot be printed.");
            return Err(Error::Unreadable { status: StatusCode::BAD_REQUEST, detail });
        }
        let read = serde_json::from_str(text.get()).or_else(|e| whole_numbers(text.get()).ok_or(e));
        read.map(Self).map_err(|e: serde_json::Error| {
            // As the framework parts them: it reads as JSON and says something else, or it does not read.
            let status = if e.is_data() { StatusCode::UNPROCESSABLE_ENTITY } else { StatusCode::BAD_REQUEST };
            Error::Unreadable { status, detail: format!("{e}.") }
        })
    }
}

/// The same with `2.0` taken for `2`, as JSON Schema does (draft 2020-12, 6.1.1: a number without a fraction is an integer).
fn whole_numbers<T: DeserializeOwned>(json: &str) -> Option<T> {
    fn whole(value: &mut Value) {
        match value {
            Value::Array(all) => all.iter_mut().for_each(whole),
            Value::Object(all) => all.values_mut().for_each(whole),
            Value::Number(n) => {
                let plain = n.as_f64().filter(|x| n.is_f64() && x.fract() == 0.0 && x.abs() < 9e15);
                if let Some(x) = plain {
                    *value = Value::from(x as i64);
                }
            }
            _ => {}
        }
    }
    let mut value = serde_json::from_str(json).ok()?;
    whole(&mut value);
    T::deserialize(value).ok()
}

/// The first code point in a JSON text, written out or escaped, that is no character.
fn no_character(json: &str) -> Option<u32> {
    let mut chars = json.chars();
    while let Some(c) = chars.next() {
        // What stands outside of strings, such as a line's end, is none of theirs.
        let code = match c {
            '\\' => match chars.next() {
                Some('u') => u32::from_str_radix(&chars.by_ref().take(4).collect::<String>(), 16).unwrap_or(0x20),
                Some('b') => 8,
                Some('f') => 0xc,
                _ => continue,
            },
            c => u32::from(c),
        };
        if is_no_character(code) {
            return Some(code);
        }
    }
    None
}

fn json_words(e: &rejection::JsonRejection) -> String {
    use rejection::JsonRejection as J;
    match e {
        J::MissingJsonContentType(_) => "Send JSON, with the header content-type: application/json.".into(),
        J::BytesRejection(_) if e.status() == StatusCode::PAYLOAD_TOO_LARGE => {
            "The body is too large: 64 kB is the most, 16 MB with a track.".into()
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

/// A word of a query as it may be kept.
///
/// # Errors
/// When it has more characters than `most`, or holds what cannot be printed.
pub fn in_words(field: &str, words: Option<&str>, most: usize) -> Result<(), Error> {
    let words = words.unwrap_or_default();
    if words.chars().count() > most {
        return Err(Error::fault(field, format!("Keep it to {most} characters.")));
    }
    if words.chars().any(|c| is_no_character(u32::from(c))) {
        return Err(Error::fault(field, "Take out what cannot be printed."));
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_number_without_a_fraction_is_whole() {
        assert_eq!(whole_numbers::<Vec<i64>>("[2.0, -7.0, 3]"), Some(vec![2, -7, 3]));
        assert_eq!(whole_numbers::<Vec<i64>>("[2.5]"), None);
        assert_eq!(whole_numbers::<Vec<f64>>("[2.5, 2.0]"), Some(vec![2.5, 2.0]));
    }

    #[test]
    fn what_cannot_be_shown_is_found_however_it_is_written() {
        for (json, found) in [
            (r#"{"name":"Žižka \n 錨 😀 \u00e9"}"#, None),
            (r#"{"name":"a\\u0000b"}"#, None),
            (r#"{"name":"a\u0000b"}"#, Some(0)),
            (r#"{"name":"a\fb"}"#, Some(0xc)),
            (r#"{"name":"a\uFFFEb"}"#, Some(0xfffe)),
            ("{\"name\":\"a\u{ffff}b\"}", Some(0xffff)),
            (r#"{"name":"\ud83d\ude00"}"#, None),
        ] {
            assert_eq!(no_character(json), found, "{json}");
        }
    }
}
