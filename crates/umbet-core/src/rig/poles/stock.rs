//! What poles stand on: `catalogue/poles.toml`.

use crate::rig::ground::Ground;
use std::sync::LazyLock;

/// Every ground there is.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn grounds() -> &'static [Ground] {
    static ALL: LazyLock<Vec<Ground>> = LazyLock::new(|| {
        Ground::all(include_str!("../../../catalogue/poles.toml")).expect("catalogue/poles.toml reads")
    });
    &ALL
}
