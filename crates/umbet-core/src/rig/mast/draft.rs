//! A mast on guys, as it is said; and the same once it was read.

use super::stock::{MastKind, MastSize, Section, mast_kinds};
use crate::rig::shelter::{Ground, stock};
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// Where the guys of one side go.
    Stakes {
        /// All to one stake.
        Shared => "one stake for all of a side",
        /// Each to its own, those of lower guys nearer the foot.
        Own => "a stake for each guy",
    }
);

/// A mast on guys, as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MastDraft {
    /// Id of what it is made of.
    pub mast: String,
    /// How large it is.
    pub size: MastSize,
    /// Mass of what is at its head, kilograms.
    pub head_kg: f64,
    /// What of that the wind blows on, square metres.
    pub head_m2: f64,
    /// Level pull of a line led away from its head, newtons.
    pub head_n: f64,
    /// Heights of its guys, from the lowest up, metres.
    pub guys_m: Vec<f64>,
    /// Sides it is guyed to.
    pub sides: u32,
    /// From its foot to the outermost stakes, metres.
    pub out_m: f64,
    /// Where the guys of one side go.
    pub stakes: Stakes,
    /// Id of what stakes are driven into.
    pub ground: String,
    /// How deep stakes go, metres.
    pub deep_m: f64,
    /// The cord of its guys.
    pub cord: CordDraft,
    /// How hard each guy is drawn by hand, newtons.
    pub pull_n: f64,
    /// Beaufort number.
    pub beaufort: u8,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
}

/// A mast that was read.
#[derive(Debug, Clone)]
pub struct Mast {
    /// As it was said.
    pub said: MastDraft,
    /// What it is made of.
    pub kind: &'static MastKind,
    /// What stakes are driven into.
    pub ground: &'static Ground,
    /// The cord of its guys.
    pub cord: UsedCord,
}

/// Least and most height of a mast, metres.
pub const HIGH_M: [f64; 2] = [1.5, 12.0];
/// Least and most thickness, millimetres.
pub const THICK_MM: [f64; 2] = [8.0, 200.0];
/// Least and most thickness of a tube's wall, millimetres.
pub const WALL_MM: [f64; 2] = [0.5, 10.0];
/// Least and most mass at its head, kilograms.
pub const HEAD_KG: [f64; 2] = [0.0, 30.0];
/// Least and most of it the wind blows on, square metres.
pub const HEAD_M2: [f64; 2] = [0.0, 2.0];
/// Least and most pull of a line from its head, newtons.
pub const HEAD_N: [f64; 2] = [0.0, 1000.0];
/// Fewest and most levels of guys.
pub const LEVELS: [usize; 2] = [1, 3];
/// Lowest guys, and the least from one level to the next, metres.
pub const LOWEST_M: f64 = 0.5;
/// Sides it can be guyed to.
pub const SIDES: [u32; 2] = [3, 4];
/// Least and most from the foot to a stake, metres.
pub const OUT_M: [f64; 2] = [0.5, 15.0];
/// Least and most depth of a stake, metres.
pub const DEEP_M: [f64; 2] = [0.1, 1.2];
/// Least and most a guy is drawn by hand, newtons.
pub const PULL_N: [f64; 2] = [10.0, 400.0];
/// Least and most Beaufort number.
pub const BEAUFORT: [f64; 2] = [0.0, 12.0];

/// A top thinner than this share of the foot bends in the wind rather than being guyed (common practice).
const THIN_TOP: f64 = 0.6;

/// Where so many levels of guys sit on a mast, as shares of its height (common practice: one at three quarters, more of them evenly,
/// the highest close under the head; on a mast with a thin top lower).
fn usual_levels(levels: usize, thin: bool) -> &'static [f64] {
    match (levels, thin) {
        (0 | 1, false) => &[0.75],
        (0 | 1, true) => &[0.5],
        (2, false) => &[0.5, 0.9],
        (2, true) => &[0.3, 0.6],
        (_, false) => &[0.32, 0.64, 0.95],
        (_, true) => &[0.25, 0.45, 0.65],
    }
}

impl MastDraft {
    /// A pole for a signal flag, on two levels of guys.
    pub fn usual() -> Self {
        let kind = &mast_kinds()[0];
        let mut one = Self {
            mast: kind.id.clone(),
            size: kind.usual,
            head_kg: 0.5,
            head_m2: 0.1,
            head_n: 0.0,
            guys_m: Vec::new(),
            sides: 3,
            out_m: 3.5,
            stakes: Stakes::Shared,
            ground: "turf-wet".into(),
            deep_m: 0.4,
            cord: CordDraft::of("braid-polyester-6"),
            pull_n: 80.0,
            beaufort: 6,
            knots: BTreeMap::new(),
        };
        one.guy(2);
        one
    }

    /// Such a mast as large as it usually is.
    pub fn usual_of(kind: &MastKind) -> Self {
        let mut one = Self { mast: kind.id.clone(), size: kind.usual, ..Self::usual() };
        one.out_m = (kind.usual.high_m * 6.0).round() / 10.0;
        one.guy(if kind.usual.high_m > 6.5 { 3 } else { 2 });
        one
    }

    /// Guyed at so many levels, where they usually sit.
    pub fn guy(&mut self, levels: usize) {
        let at = |share: &f64| (share * self.size.high_m * 20.0).round() / 20.0;
        let thin = self.size.top_mm < THIN_TOP * self.size.thick_mm;
        self.guys_m = usual_levels(levels, thin).iter().map(at).collect();
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/size/high_m", "Height of the mast", Quantity::Length),
            FieldAt::new("/size/thick_mm", "Thickness at its foot", Quantity::Thickness),
            FieldAt::new("/size/top_mm", "Thickness at its top", Quantity::Thickness),
            FieldAt::new("/size/wall_mm", "Thickness of the tube’s wall", Quantity::Thickness),
            FieldAt::new("/head_kg", "Mass at its head", Quantity::Mass),
            FieldAt::new("/head_m2", "What the wind blows on at its head, square metres", Quantity::Number),
            FieldAt::new("/head_n", "Pull of a line from its head", Quantity::Pull),
            FieldAt::new("/sides", "Sides it is guyed to", Quantity::Count),
            FieldAt::new("/out_m", "From its foot to the outermost stakes", Quantity::Length),
            FieldAt::new("/deep_m", "Depth of the stakes", Quantity::Length),
            FieldAt::new("/pull_n", "How hard each guy is drawn", Quantity::Pull),
            FieldAt::new("/beaufort", "Beaufort number", Quantity::Count),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        let level = |i| FieldAt::new(format!("/guys_m/{i}"), format!("Height of guys {}", i + 1), Quantity::Length);
        all.extend((0..self.guys_m.len()).map(level));
        all
    }

    fn levels_fit(&self, faults: &mut Faults) {
        let high = self.size.high_m;
        let counted = (LEVELS[0]..=LEVELS[1]).contains(&self.guys_m.len());
        faults.ask("guys_m", counted, "A mast is guyed at one level, two or three.");
        let mut below = 0.0;
        for (i, at) in self.guys_m.iter().enumerate() {
            let field = format!("guys_m.{i}");
            let apart = at.is_finite() && at - below >= LOWEST_M - 1e-9;
            let says = "Guys sit half a metre over the ground and over the guys below them at least.";
            faults.ask(&field, apart, says);
            faults.ask(&field, *at <= high, "These guys would sit higher than the mast is.");
            below = *at;
        }
    }
}

impl Mast {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &MastDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        let size = &d.size;
        faults.within("size.high_m", "Height of the mast", size.high_m, HIGH_M, "m");
        faults.within("size.thick_mm", "Thickness at its foot", size.thick_mm, THICK_MM, "mm");
        faults.within("size.top_mm", "Thickness at its top", size.top_mm, THICK_MM, "mm");
        faults.within("size.wall_mm", "Thickness of the tube’s wall", size.wall_mm, WALL_MM, "mm");
        faults.ask("size.top_mm", size.top_mm <= size.thick_mm, "A mast is no thicker at its top than at its foot.");
        faults.within("head_kg", "Mass at its head", d.head_kg, HEAD_KG, "kg");
        faults.within("head_m2", "What the wind blows on at its head", d.head_m2, HEAD_M2, "m²");
        faults.within("head_n", "Pull of a line from its head", d.head_n, HEAD_N, "N");
        faults.within("out_m", "From its foot to the stakes", d.out_m, OUT_M, "m");
        faults.within("deep_m", "Depth of the stakes", d.deep_m, DEEP_M, "m");
        faults.within("pull_n", "How hard each guy is drawn", d.pull_n, PULL_N, "N");
        faults.within("beaufort", "Beaufort number", f64::from(d.beaufort), BEAUFORT, "");
        let sided = (SIDES[0]..=SIDES[1]).contains(&d.sides);
        faults.ask("sides", sided, "Guyed to two sides it falls to the others: three sides, or four.");
        d.levels_fit(&mut faults);
        faults.knots(d.knots.values());
        let kind = mast_kinds().iter().find(|k| k.id == d.mast);
        faults.ask("mast", kind.is_some(), "What it is made of: take one of the list.");
        let hollow = kind.is_none_or(|k| !k.hollow || 2.0 * size.wall_mm <= size.top_mm);
        faults.ask("size.wall_mm", hollow, "The tube’s wall is thicker than half its top: measure again.");
        let ground = stock().grounds.iter().find(|g| g.id == d.ground);
        faults.ask("ground", ground.is_some(), "Ground: take one of the list.");
        let cord = faults.cord("cord", &d.cord);
        let ((kind, ground), cord) = faults.or(kind.zip(ground).zip(cord))?;
        Ok(Self { said: d.clone(), kind, ground, cord })
    }

    /// Its section so high up; it tapers evenly.
    pub fn section(&self, at_m: f64) -> Section {
        let MastSize { high_m, thick_mm, top_mm, wall_mm } = self.said.size;
        let thick_m = (thick_mm + (top_mm - thick_mm) * at_m / high_m) / 1000.0;
        Section::of(thick_m, if self.kind.hollow { wall_mm / 1000.0 } else { thick_m / 2.0 })
    }

    /// Its own mass above this height, kilograms.
    pub fn above_kg(&self, at_m: f64) -> f64 {
        let high = self.said.size.high_m;
        let [low, middle, top] = [at_m, f64::midpoint(at_m, high), high].map(|m| self.section(m).area_m2);
        // A taper’s area is a square of the height: Simpson’s rule has it exactly.
        self.kind.density * (high - at_m) * (low + 4.0 * middle + top) / 6.0
    }

    /// From its foot to the stakes of these guys, metres.
    pub fn out_m(&self, level: usize) -> f64 {
        let highest = self.said.guys_m.last().copied().unwrap_or(1.0);
        match self.said.stakes {
            Stakes::Shared => self.said.out_m,
            Stakes::Own => self.said.out_m * self.said.guys_m[level] / highest,
        }
    }

    /// Length of a guy of this level from mast to stake, metres.
    pub fn guy_m(&self, level: usize) -> f64 {
        self.out_m(level).hypot(self.said.guys_m[level])
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }
}
