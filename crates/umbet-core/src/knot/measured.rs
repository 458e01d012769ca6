//! What was read off the drawn-up forms: `cargo xtask dress` writes it, and lengths are reckoned with it.

use serde::Deserialize;
use std::collections::BTreeMap;
use std::sync::LazyLock;

/// A knot about no object as it is drawn up, in diameters.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Measured {
    /// Cord in the knot, its eyes taken out.
    pub cord_d: f64,
    /// How wide it is across its standing part, the narrowest way and the widest.
    pub wide_d: [f64; 2],
}

/// What was measured of the knot with this id.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn measured(id: &str) -> Option<&'static Measured> {
    static ALL: LazyLock<BTreeMap<String, Measured>> =
        LazyLock::new(|| match toml::from_str(include_str!("../../catalogue/measured.toml")) {
            Ok(all) => all,
            Err(e) => panic!("catalogue/measured.toml: {e}"),
        });
    ALL.get(id)
}
