//! What things are dragged over: `catalogue/haul.toml`.

use crate::rig::ground::Ground;
use std::sync::LazyLock;

/// Every ground there is.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn grounds() -> &'static [Ground] {
    static ALL: LazyLock<Vec<Ground>> =
        LazyLock::new(|| Ground::all(include_str!("../../../catalogue/haul.toml")).expect("catalogue/haul.toml reads"));
    &ALL
}
