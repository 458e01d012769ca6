//! Numbers of a draft as a person reads and types them: in the reader's own unit, at their place in the draft.

use crate::situation::Fault;
pub use crate::units::Quantity;
use crate::units::Reader;
use serde::Serialize;
use serde_json::Value;

/// A number of a draft.
#[derive(Debug, Clone, PartialEq)]
pub struct FieldAt {
    /// Its place in the draft (JSON pointer, RFC 6901).
    pub at: String,
    /// What it is.
    pub label: String,
    /// Its quantity.
    pub quantity: Quantity,
    /// What it is where the draft leaves it open.
    pub usual: Option<f64>,
}

impl FieldAt {
    /// A number at this place.
    pub fn new(at: impl Into<String>, label: impl Into<String>, quantity: Quantity) -> Self {
        Self { at: at.into(), label: label.into(), quantity, usual: None }
    }

    /// So much where the draft leaves it open.
    #[must_use]
    pub fn or(self, usual: f64) -> Self {
        Self { usual: Some(usual), ..self }
    }

    /// Diameter of a cord, as it was measured or as its kind has it.
    pub fn diameter(at: &str, label: &str, cord: &crate::situation::CordDraft) -> Self {
        let own = crate::cord::cord(&cord.kind).map(|c| c.diameter.mm());
        Self { usual: own, ..Self::new(at, label, Quantity::Thickness) }
    }
}

/// A number of a draft, as it stands in its field.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct RigField {
    /// Its place in the draft.
    pub at: String,
    /// What it is, with its unit.
    pub label: String,
    /// As it is read and typed.
    pub value: String,
    /// Its unit.
    pub unit: String,
}

/// The numbers of a draft, each in the reader's unit.
pub fn shown(draft: &Value, fields: &[FieldAt], reader: &Reader) -> Vec<RigField> {
    let show = |f: &FieldAt| {
        let stored = draft.pointer(&f.at).and_then(Value::as_f64).or(f.usual)?;
        let unit = f.quantity.unit(reader).1;
        let label = if unit.is_empty() { f.label.clone() } else { format!("{}, {unit}", f.label) };
        Some(RigField { at: f.at.clone(), label, value: f.quantity.figure(stored, reader), unit: unit.to_owned() })
    };
    fields.iter().filter_map(show).collect()
}

/// The draft with one number typed.
///
/// # Errors
/// When there is no such number, or what was typed is none.
pub fn typed(mut draft: Value, fields: &[FieldAt], at: &str, text: &str, reader: &Reader) -> Result<Value, Fault> {
    let fault = |says: String| Fault { field: at.to_owned(), says };
    let field = fields.iter().find(|f| f.at == at).ok_or_else(|| fault("No such number.".into()))?;
    let stored = field.quantity.read(text, reader).map_err(|says| fault(format!("{}: {says}", field.label)))?;
    let place = draft.pointer_mut(at).ok_or_else(|| fault("No such number.".into()))?;
    *place = if field.quantity == Quantity::Count { Value::from(stored.round() as i64) } else { Value::from(stored) };
    Ok(draft)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::units::UnitSystem;
    use serde_json::json;

    /// A foot is 0.3048 m, an inch 25.4 mm (international yard and pound agreement, 1959); a pound-force 4.448 N.
    #[test]
    fn numbers_are_read_and_typed_in_the_readers_unit() {
        let reader = Reader { units: UnitSystem::Imperial, ..Reader::default() };
        let fields = [
            FieldAt::new("/span", "Span", Quantity::Length),
            FieldAt::new("/thick", "Thickness", Quantity::Thickness),
            FieldAt::new("/pull", "Pull", Quantity::Pull),
            FieldAt::new("/people", "People", Quantity::Count),
        ];
        let draft = json!({ "span": 3.048, "thick": 50.8, "pull": 444.82, "people": 2 });
        let shown = shown(&draft, &fields, &reader);
        let read: Vec<(&str, &str)> = shown.iter().map(|f| (f.value.as_str(), f.unit.as_str())).collect();
        assert_eq!(read, [("10", "ft"), ("2", "in"), ("100", "lbf"), ("2", "")]);
        assert_eq!(shown[0].label, "Span, ft");
        let said = typed(draft.clone(), &fields, "/span", "20", &reader).expect("a number");
        assert_eq!(said["span"], json!(6.096));
        assert_eq!(typed(draft.clone(), &fields, "/people", "3", &reader).expect("a number")["people"], json!(3));
        assert!(
            typed(draft.clone(), &fields, "/people", "few", &reader).is_err_and(|f| f.says == "People: give a number.")
        );
        assert!(typed(draft, &fields, "/pole", "3", &reader).is_err());
    }

    /// 3 arm spans of 1.7 m are 5.1 m, whoever reads in feet or metres.
    #[test]
    fn a_length_is_typed_in_arm_spans_too() {
        let fields = [
            FieldAt::new("/span", "Span", Quantity::Length),
            FieldAt::new("/thick", "Thickness", Quantity::Thickness),
            FieldAt::new("/pull", "Pull", Quantity::Pull),
        ];
        for units in [UnitSystem::Metric, UnitSystem::Imperial, UnitSystem::Body] {
            let reader = Reader { units, ..Reader::default() };
            let draft = json!({ "span": 1.0, "thick": 1.0, "pull": 1.0 });
            let said = |at: &str, text: &str| {
                typed(draft.clone(), &fields, at, text, &reader).map(|d| d.pointer(at).and_then(Value::as_f64))
            };
            assert_eq!(said("/span", "3 arm spans"), Ok(Some(5.1)), "{units:?}");
            assert_eq!(said("/span", " 1 Forearm "), Ok(Some(0.45)));
            assert_eq!(said("/span", "2,5 m"), Ok(Some(2.5)));
            assert_eq!(said("/thick", "25 cm"), Ok(Some(250.0)));
            let refused = said("/span", "3 leagues").expect_err("no such tape");
            assert_eq!(
                refused.says,
                "Span: give a number, alone or with m, cm, ft, arm spans, forearms, boots or paces behind it."
            );
            assert!(said("/pull", "3 m").is_err());
        }
    }
}
