//! Drafts as they are stored: each says of which version it is, and older ones are brought up to today's.

use super::Draft;
use serde_json::Value;

/// Version of the drafts written today.
pub const VERSION: u32 = 1;

/// Reads a stored draft.
///
/// # Errors
/// What is in the way.
pub fn stored(version: u32, text: &str) -> Result<Draft, String> {
    let value: Value = serde_json::from_str(text).map_err(|e| e.to_string())?;
    if version > VERSION {
        return Err(format!("it was written by a later Umbet, version {version}"));
    }
    serde_json::from_value(upgrade(version, value)).map_err(|e| e.to_string())
}

/// One step after another, from the version it was written in. A new version is one more arm.
fn upgrade(version: u32, mut value: Value) -> Value {
    if version < 1 {
        // Habits were frozen into joints once; they belong to the person.
        if let Some(fields) = value.as_object_mut() {
            fields.remove("knows");
            fields.remove("schools");
        }
    }
    value
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::situation::Task;

    #[test]
    fn a_draft_written_is_read_back_and_an_old_one_brought_up() {
        let draft = Draft::usual(Task::Join);
        let text = serde_json::to_string(&draft).expect("it is written");
        assert_eq!(stored(VERSION, &text), Ok(draft.clone()));
        let old = text.replace("\"knows\":[]", "\"knows\":[\"bowline\"]");
        assert_eq!(stored(0, &old), Ok(draft));
    }

    #[test]
    fn what_cannot_be_read_says_why() {
        assert!(stored(VERSION, "{").is_err());
        assert!(stored(VERSION, r#"{"task":"fly"}"#).is_err_and(|e| e.contains("fly")));
        assert!(stored(VERSION + 1, "{}").is_err_and(|e| e.contains("later")));
    }
}
