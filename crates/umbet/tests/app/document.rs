//! The document and the server say the same: what its schemas allow is taken, what is answered is as they say.
//!
//! Beside the values drawn here, any fuzzer that reads OpenAPI can be set on a running server; `schemathesis.toml` names, for
//! that one and for this test, the operations that ask for more than a schema can say.

use crate::support::Server;
use crate::support::document::{Allowed, Operation, operations};
use jsonschema::Validator;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};
use std::collections::HashMap;

/// Bodies drawn for each operation.
const DRAWN: usize = 40;

/// Operations named in `schemathesis.toml` as asking for more than their schema says.
fn asks_for_more() -> Vec<String> {
    let file = concat!(env!("CARGO_MANIFEST_DIR"), "/../../schemathesis.toml");
    let table: toml::Table = std::fs::read_to_string(file).expect("the file").parse().expect("TOML");
    let all = table["operations"].as_array().expect("operations").iter();
    all.flat_map(|o| o["include-name"].as_array().expect("names"))
        .map(|n| n.as_str().expect("a name").to_owned())
        .collect()
}

/// The schema of the document at this place, with all that it refers to.
fn validator(document: &Value, schema: &Value) -> Validator {
    let whole = json!({
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "components": document["components"],
        "allOf": [schema],
    });
    jsonschema::validator_for(&whole).unwrap_or_else(|e| panic!("{schema}: {e}"))
}

/// What the document says of an operation's answer with this status: its schema, where it is JSON.
fn answer_schema(op: &Operation, status: StatusCode) -> Option<&Value> {
    let answer = &op.spec["responses"][status.as_str()];
    assert!(!answer.is_null(), "{} answered {status}, of which the document says nothing", op.name());
    let content = answer["content"].as_object()?;
    let json = content.iter().find(|(kind, _)| kind.ends_with("json"))?;
    Some(&json.1["schema"])
}

/// The document, and validators of what it says of each answer.
struct Document {
    whole: Value,
    known: HashMap<String, Validator>,
}

impl Document {
    async fn of(s: &Server) -> Self {
        Self { whole: s.get("/api/openapi.json").await.1, known: HashMap::new() }
    }

    fn validator(&mut self, schema: &Value) -> &Validator {
        self.known.entry(schema.to_string()).or_insert_with(|| validator(&self.whole, schema))
    }
}

/// Holds an answer to what the document says of it.
async fn as_told(document: &mut Document, op: &Operation, answer: reqwest::Response, asked: &str) -> StatusCode {
    let status = answer.status();
    let kind = answer.headers().get("content-type").and_then(|k| k.to_str().ok()).unwrap_or_default().to_owned();
    let body = answer.bytes().await.expect("a body");
    let Some(schema) = answer_schema(op, status) else { return status };
    assert!(kind.contains("json"), "{}: {kind}", op.name());
    let value: Value = serde_json::from_slice(&body).expect("JSON");
    let wrong: Vec<String> =
        document.validator(schema).iter_errors(&value).map(|e| format!("{}: {e:.200}", e.instance_path())).collect();
    assert!(wrong.is_empty(), "{} answered {asked} with {status}, not as told: {wrong:#?}", op.name());
    status
}

/// The demonstration's own ids, so that something is there.
fn at_home(op: &Operation) -> String {
    let knot = if op.path.starts_with("/api/knots") { "clove-hitch" } else { "1" };
    op.at(knot).replace("{knot}", "bowline")
}

/// Every question without a body is answered as the document says: status, kind and shape.
#[tokio::test]
async fn answers_are_as_the_document_says() {
    let s = Server::demo().await;
    let mut document = Document::of(&s).await;
    let mut answered = 0;
    for op in operations(&s).await.iter().filter(|o| o.method == Method::GET) {
        // What a query must have.
        let at = at_home(op);
        let must = op.parameters("query").into_iter().filter(|p| p["required"] == true);
        let query: Vec<String> = must.map(|p| format!("{}=bowline", p["name"].as_str().expect("a name"))).collect();
        let at = if query.is_empty() { at } else { format!("{at}?{}", query.join("&")) };
        let answer = s.client.get(s.url(&at)).send().await.expect("an answer");
        let status = as_told(&mut document, op, answer, &at).await;
        answered += usize::from(status.is_success());
    }
    assert!(answered > 35, "{answered} answered");
}

/// What the schemas allow is taken, but where the operation is named as asking for more; nothing fails on our side, and every
/// answer is as told.
#[tokio::test]
async fn what_the_schemas_allow_is_taken() {
    let s = Server::demo().await;
    let mut document = Document::of(&s).await;
    let schemas = document.whole.clone();
    let mut allowed = Allowed::of(&schemas);
    let (more, mut taken, mut sent) = (asks_for_more(), 0, 0);
    let all = operations(&s).await;
    for named in &more {
        assert!(all.iter().any(|o| o.name() == *named), "no operation is called {named}");
    }
    for op in all.iter().filter(|o| o.reads_a_body()) {
        let schema = &op.spec["requestBody"]["content"]["application/json"]["schema"];
        let strict = !more.contains(&op.name());
        for _ in 0..DRAWN {
            let body = allowed.value(schema);
            assert!(document.validator(schema).is_valid(&body), "drawn out of bounds: {body:.400}");
            let request = s.client.request(op.method.clone(), s.url(&at_home(op))).json(&body);
            let answer = request.send().await.expect("an answer");
            let (status, asked) = (answer.status(), format!("{body:.400}"));
            assert!(!status.is_server_error(), "{} to {asked}: {status}", op.name());
            let told = as_told(&mut document, op, answer, &asked).await;
            let fits = told.is_success() || matches!(told, StatusCode::NOT_FOUND | StatusCode::CONFLICT);
            assert!(fits || !strict, "{} refused with {status} what its schema allows: {asked}", op.name());
            taken += usize::from(told.is_success());
            sent += 1;
        }
    }
    assert!(sent > 900 && taken * 5 > sent, "{taken} of {sent} taken");
}

/// Every operation has a name of its own and says what it does; every field of every schema says what it means.
#[tokio::test]
async fn everything_in_the_document_is_explained() {
    let s = Server::empty().await;
    let document = s.get("/api/openapi.json").await.1;
    let mut named = std::collections::BTreeSet::new();
    for op in operations(&s).await {
        let id = op.spec["operationId"].as_str().unwrap_or_else(|| panic!("{} has no name", op.name())).to_owned();
        assert!(named.insert(id.clone()), "two operations are called {id}");
        let says = op.spec["summary"].as_str().or_else(|| op.spec["description"].as_str());
        assert!(says.is_some_and(|w| w.len() > 8), "{id} does not say what it does");
        for p in op.parameters("query").into_iter().chain(op.parameters("path")) {
            assert!(p["description"].as_str().is_some_and(|w| !w.is_empty()), "{id}: {} is not explained", p["name"]);
        }
        for (code, answer) in op.spec["responses"].as_object().expect("answers") {
            assert!(answer["description"].as_str().is_some_and(|w| !w.is_empty()), "{id}: {code} is not explained");
        }
    }
    for (name, schema) in document["components"]["schemas"].as_object().expect("schemas") {
        for (field, of) in schema["properties"].as_object().into_iter().flatten() {
            let told = of["description"].is_string()
                || of["oneOf"]
                    .as_array()
                    .is_some_and(|all| all.iter().any(|o| o["description"].is_string() || o["$ref"].is_string()))
                || of["$ref"].is_string();
            assert!(told, "{name}.{field} is not explained");
        }
    }
}
