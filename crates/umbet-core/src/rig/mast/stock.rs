//! What masts are made of: `catalogue/mast.toml`; every value names its source.

use crate::cord::Sourced;
use crate::units::Band;
use serde::{Deserialize, Serialize};
use std::f64::consts::PI;
use std::sync::LazyLock;

/// A kind of mast.
#[derive(Debug, Clone)]
pub struct MastKind {
    /// Stable id.
    pub id: String,
    /// Its name.
    pub name: String,
    /// A tube.
    pub hollow: bool,
    /// Guys go to rings that sit on it; else round it.
    pub ringed: bool,
    /// Surface id of what guys go round.
    pub surface: String,
    /// Stiffness along it, pascals.
    pub stiff_pa: Band,
    /// Stress in bending at which it breaks or gives for good, pascals.
    pub breaks_pa: Band,
    /// Kilograms a cubic metre.
    pub density: f64,
    /// As large as such a mast usually is.
    pub usual: MastSize,
}

/// How large a mast is.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MastSize {
    /// Its height, metres.
    pub high_m: f64,
    /// Thickness at its foot, millimetres.
    pub thick_mm: f64,
    /// Thickness at its top, millimetres.
    pub top_mm: f64,
    /// Thickness of a tube's wall, millimetres.
    pub wall_mm: f64,
}

/// A round section of a mast.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Section {
    /// Across, metres.
    pub thick_m: f64,
    /// Its area, square metres.
    pub area_m2: f64,
    /// Second moment, metres to the fourth.
    pub second_m4: f64,
}

impl Section {
    /// A ring so thick with a wall so thick; solid where the wall fills it.
    pub fn of(thick_m: f64, wall_m: f64) -> Self {
        let inner = (thick_m - 2.0 * wall_m).max(0.0);
        Self {
            thick_m,
            area_m2: PI / 4.0 * (thick_m.powi(2) - inner.powi(2)),
            second_m4: PI / 64.0 * (thick_m.powi(4) - inner.powi(4)),
        }
    }

    /// Stress at its rim under a push along it and a moment, pascals.
    pub fn stress(&self, push_n: f64, bending_nm: f64) -> f64 {
        push_n / self.area_m2 + bending_nm * self.thick_m / 2.0 / self.second_m4
    }
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    id: String,
    name: String,
    hollow: bool,
    ringed: bool,
    surface: String,
    stiff_gpa: Sourced<[f64; 2]>,
    breaks_mpa: Sourced<[f64; 2]>,
    density: Sourced<f64>,
    usual: MastSize,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    mast: Vec<Row>,
}

/// Every kind of mast.
///
/// # Panics
/// When the built-in file is faulty, which the tests rule out.
pub fn mast_kinds() -> &'static [MastKind] {
    static ALL: LazyLock<Vec<MastKind>> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../../../catalogue/mast.toml")).expect("catalogue/mast.toml reads");
        let kind = |r: Row| MastKind {
            id: r.id,
            name: r.name,
            hollow: r.hollow,
            ringed: r.ringed,
            surface: r.surface,
            stiff_pa: Band::new(r.stiff_gpa.v[0], r.stiff_gpa.v[1]).scaled(1e9),
            breaks_pa: Band::new(r.breaks_mpa.v[0], r.breaks_mpa.v[1]).scaled(1e6),
            density: r.density.v,
            usual: r.usual,
        };
        file.mast.into_iter().map(kind).collect()
    });
    &ALL
}
