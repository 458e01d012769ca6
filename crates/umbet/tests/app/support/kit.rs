//! Pieces of the kit and what is done with them, over HTTP.

use super::Server;
use axum::http::StatusCode;
use serde_json::{Value, json};

/// A piece received into the blue bag.
pub async fn received(s: &Server, name: &str, kind: &str, length_m: f64) -> Value {
    let (status, piece) =
        s.post("/api/cords", &json!({ "name": name, "kind": kind, "length_m": length_m, "place": "blue bag" })).await;
    assert_eq!(status, StatusCode::CREATED, "{piece}");
    piece
}

/// Something done with a piece, by Marit.
pub async fn done(s: &Server, piece: &Value, deed: Value) -> (StatusCode, Value) {
    let body = json!({ "deed": deed, "who": "Marit", "version": piece["version"] });
    s.post(&format!("/api/cords/{}/deeds", piece["id"]), &body).await
}

/// A piece as it is.
pub async fn piece(s: &Server, id: &Value) -> Value {
    s.get(&format!("/api/cords/{id}")).await.1
}

/// What happened to it, in sentences.
pub async fn says(s: &Server, id: &Value) -> Vec<String> {
    let (_, all) = s.get(&format!("/api/cords/{id}/history")).await;
    all.as_array().expect("entries").iter().filter_map(|e| e["says"].as_str().map(str::to_owned)).collect()
}

/// What of a piece is sent to change it.
pub fn as_sent(piece: &Value) -> Value {
    let sent = ["name", "kind", "length_m", "diameter_mm", "note", "colour", "place", "ends", "made", "version"];
    sent.iter().map(|field| ((*field).to_owned(), piece[*field].clone())).collect()
}
