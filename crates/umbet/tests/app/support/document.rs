//! The API's own document, read: its operations, and values drawn from its schemas.

use super::Server;
use proptest::strategy::{Strategy, ValueTree};
use proptest::string::string_regex;
use proptest::test_runner::TestRunner;
use reqwest::Method;
use serde_json::{Map, Value, json};

/// One operation of the document.
pub struct Operation {
    pub method: Method,
    pub path: String,
    pub spec: Value,
}

impl Operation {
    /// The address, its parts filled with these: an id nobody has, or a knot of the catalogue.
    pub fn at(&self, id: &str) -> String {
        let kind = if self.path.starts_with("/api/questions") { "name" } else { "shelter" };
        self.path
            .replace("{id}", id)
            .replace("{seed}", "7")
            .replace("{kind}", kind)
            .replace("{picture}", "0")
            .replace("{job}", "1")
    }

    /// What it is called in a message.
    pub fn name(&self) -> String {
        format!("{} {}", self.method, self.path)
    }

    pub fn reads_a_body(&self) -> bool {
        self.spec.get("requestBody").is_some()
    }

    pub fn parameters(&self, place: &str) -> Vec<&Value> {
        let all = self.spec["parameters"].as_array();
        all.into_iter().flatten().filter(|p| p["in"] == place).collect()
    }

    /// Status codes it says it answers with.
    pub fn codes(&self) -> Vec<u16> {
        let all = self.spec["responses"].as_object().expect("answers");
        all.keys().filter_map(|c| c.parse().ok()).collect()
    }

    /// An id that is there, for reading bounds; one that is not, otherwise.
    pub fn known_id(&self) -> &'static str {
        if self.path.starts_with("/api/knots/") { "clove-hitch" } else { "999999" }
    }
}

/// Every operation there is.
pub async fn operations(s: &Server) -> Vec<Operation> {
    let (_, document) = s.get("/api/openapi.json").await;
    let mut all = Vec::new();
    for (path, methods) in document["paths"].as_object().expect("paths") {
        for (method, spec) in methods.as_object().expect("methods") {
            let method = method.to_uppercase().parse().expect("a method");
            all.push(Operation { method, path: path.clone(), spec: spec.clone() });
        }
    }
    assert!(all.len() > 45, "{} operations", all.len());
    all
}

/// Draws values that a schema of the document lets through: the ends of each range, and what lies between.
pub struct Allowed<'a> {
    document: &'a Value,
    runner: TestRunner,
}

impl<'a> Allowed<'a> {
    /// The same values each time.
    pub fn of(document: &'a Value) -> Self {
        Self { document, runner: TestRunner::deterministic() }
    }

    fn draw<S: Strategy>(&mut self, of: S) -> S::Value {
        of.new_tree(&mut self.runner).expect("a value").current()
    }

    fn named(&self, schema: &'a Value) -> &'a Value {
        let Some(name) = schema["$ref"].as_str() else { return schema };
        self.named(self.document.pointer(&name[1..]).expect("a schema of that name"))
    }

    /// A value this schema allows.
    pub fn value(&mut self, schema: &'a Value) -> Value {
        let schema = self.named(schema);
        if let Some(all) = schema["oneOf"].as_array().or_else(|| schema["anyOf"].as_array()) {
            let which = self.draw(0..all.len());
            return self.value(&all[which]);
        }
        if let Some(all) = schema["enum"].as_array() {
            let which = self.draw(0..all.len());
            return all[which].clone();
        }
        let kinds: Vec<&str> = match &schema["type"] {
            Value::String(one) => vec![one],
            Value::Array(any) => any.iter().filter_map(Value::as_str).collect(),
            _ => panic!("a schema without a type: {schema}"),
        };
        match kinds[self.draw(0..kinds.len())] {
            "null" => Value::Null,
            "boolean" => json!(self.draw(proptest::bool::ANY)),
            "integer" => json!(self.number(schema).round() as i64),
            "number" => json!(self.number(schema)),
            "string" => self.text(schema),
            "array" => self.array(schema),
            "object" => self.object(schema),
            other => panic!("a type nobody draws: {other}"),
        }
    }

    /// A number in its bounds; each end of them one time in four.
    fn number(&mut self, schema: &Value) -> f64 {
        let least = schema["minimum"].as_f64().unwrap_or(-1000.0);
        let most = schema["maximum"].as_f64().unwrap_or(1000.0_f64.max(least));
        match self.draw(0..4) {
            0 => least,
            1 => most,
            _ => least + (most - least) * self.draw(0.0..1.0),
        }
    }

    fn text(&mut self, schema: &Value) -> Value {
        if schema["format"] == "date-time" {
            return json!("2026-03-03T18:30:00Z");
        }
        let most = schema["maxLength"].as_u64().unwrap_or(40) as usize;
        let least = schema["minLength"].as_u64().unwrap_or(0) as usize;
        let pattern = schema["pattern"].as_str().unwrap_or("^[a-z ]*$");
        let inner = pattern.trim_start_matches('^').trim_end_matches('$');
        // Repetitions without an end would overrun the most that is allowed.
        let inner = inner.replace("]*", &format!("]{{0,{}}}", (most / 2).min(40)));
        let words = string_regex(&inner).unwrap_or_else(|e| panic!("{pattern}: {e}"));
        let fits = |w: &String| (least..=most).contains(&w.chars().count());
        let drawn = (0..200).map(|_| self.draw(&words)).find(fits);
        json!(drawn.unwrap_or_else(|| "x".repeat(least)))
    }

    fn array(&mut self, schema: &'a Value) -> Value {
        let least = schema["minItems"].as_u64().unwrap_or(0) as usize;
        let most = schema["maxItems"].as_u64().unwrap_or(4) as usize;
        let many = self.draw(least..=most.min(least + 4));
        (0..many).map(|_| self.value(&schema["items"])).collect()
    }

    /// Every field that must be there, and half of those that may.
    fn object(&mut self, schema: &'a Value) -> Value {
        let mut all = Map::new();
        let required: Vec<&str> =
            schema["required"].as_array().into_iter().flatten().filter_map(Value::as_str).collect();
        for (name, field) in schema["properties"].as_object().into_iter().flatten() {
            if required.contains(&name.as_str()) || self.draw(proptest::bool::ANY) {
                all.insert(name.clone(), self.value(field));
            }
        }
        Value::Object(all)
    }
}
