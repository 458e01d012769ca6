//! All knots of the product, read once from the files built into it.

use super::measured::measured;
use super::read::{EntryError, Knot};
use std::sync::LazyLock;

include!(concat!(env!("OUT_DIR"), "/knot_files.rs"));

/// The knots, in the trade's habitual order.
#[derive(Debug)]
pub struct Catalogue {
    knots: Vec<Knot>,
}

/// A file of the catalogue cannot be used.
#[derive(Debug, thiserror::Error)]
#[error("catalogue/knots/{file}.toml: {fault}")]
pub struct CatalogueError {
    /// The file's stem.
    pub file: String,
    /// What is wrong with it.
    pub fault: EntryError,
}

impl Catalogue {
    /// Reads `(id, text)` files.
    ///
    /// # Errors
    /// The first file that cannot be used.
    pub fn read(files: &[(&str, &str)]) -> Result<Self, CatalogueError> {
        let read = |(id, text): &(&str, &str)| {
            let mut knot = Knot::read(id, text).map_err(|fault| CatalogueError { file: (*id).to_owned(), fault })?;
            if let Some(m) = measured(id) {
                knot.entry.usage.body_d = m.cord_d;
            }
            Ok(knot)
        };
        let mut knots = files.iter().map(read).collect::<Result<Vec<_>, _>>()?;
        knots.sort_by_key(|k| k.entry.order);
        Ok(Self { knots })
    }

    /// The files built into the product.
    ///
    /// # Errors
    /// The first file that cannot be used.
    pub fn built_in() -> Result<Self, CatalogueError> {
        Self::read(KNOT_FILES)
    }

    /// All knots.
    pub fn knots(&self) -> &[Knot] {
        &self.knots
    }

    /// Those that are taught: all but what is only here to be known when it is seen.
    pub fn taught(&self) -> impl Iterator<Item = &Knot> {
        self.knots.iter().filter(|k| k.entry.never.is_none())
    }

    /// The knot with this id.
    pub fn find(&self, id: &str) -> Option<&Knot> {
        self.knots.iter().find(|k| k.id == id)
    }
}

/// The product's catalogue, read on first use.
///
/// # Panics
/// When a built-in file is faulty; `cargo xtask check` and the tests read every file before it ships.
pub fn catalogue() -> &'static Catalogue {
    static KNOTS: LazyLock<Catalogue> = LazyLock::new(|| match Catalogue::built_in() {
        Ok(c) => c,
        Err(e) => panic!("{e}"),
    });
    &KNOTS
}
