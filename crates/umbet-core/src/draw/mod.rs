//! Drawings: primitives, and the one writer that turns them into SVG.
//!
//! Everything drawn anywhere (screen, print, sheet) is a [`Scene`] in pixels. Colours are not in it:
//! each primitive names a class, and the style sheet of the medium gives classes their dyes.

mod bar;
mod closer;
mod drawn_up;
mod elevation;
mod figure;
mod hands;
mod hang;
mod haul;
mod hoist;
mod labels;
mod laid;
mod larder;
mod lashed;
mod load;
mod mast;
mod obj;
mod object;
pub mod paper;
mod poles;
mod rope;
pub mod scale;
mod sheet;
mod shelter;
mod svg;
mod tether;
mod tight;
mod view;
mod whipping;
mod windlass;

pub use bar::{bar, bars, mat};
pub use closer::{Part, has_part};
pub use drawn_up::{drawn_up, fits_object};
pub use elevation::{Elevation, elevation};
pub use figure::{Figure, FigureError, Mark, Pulls, draw};
pub use hang::{HangLooks, HungLooks, hang_side};
pub use haul::{HaulLooks, haul_side};
pub use hoist::{HoistLooks, HoistedLooks, hoist_side};
pub(crate) use labels::wrapped;
pub use laid::whipped;
pub use larder::{LarderLooks, larder_side};
pub use lashed::{LashedFigure, LashingSeen, Tied, lashed};
pub use load::{Body, BodyLooks, LineLooks, LoadLooks, Under, load_above, load_side};
pub use mast::{GuysLooks, MastLooks, mast_above, mast_side};
pub use obj::to_obj;
pub use poles::{PoleLooks, PolesLooks, beside, poles_above, poles_front, poles_turned};
pub use scale::Frame;
pub use sheet::sheet;
pub use shelter::{ShelterLooks, ShelterWords, Standing, Stands, above, lowest_eave, side};
pub use svg::{STANDALONE_STYLE, to_svg};
pub use tether::{NearLooks, TetherLooks, TetheredAs, TiedAs, tether_above, tether_side};
pub use view::ObjectLook;
pub use whipping::{WHIPPING_MOVES, whipping, whipping_turns};
pub use windlass::windlass;

use crate::knot::spline::P2;

/// A picture in pixels, `y` downwards.
#[derive(Debug, Clone, Default)]
pub struct Scene {
    /// Width of the frame.
    pub width: f64,
    /// Height of the frame.
    pub height: f64,
    /// Primitives, painted in order.
    pub items: Vec<Item>,
    /// What the picture shows, for those who do not see it.
    pub alt: String,
}

/// One thing painted.
#[derive(Debug, Clone)]
pub enum Item {
    /// A filled outline.
    Fill {
        /// Style class.
        class: &'static str,
        /// Corners.
        points: Vec<P2>,
    },
    /// Lines, each from its first point to its last.
    Lines {
        /// Style class.
        class: &'static str,
        /// Runs of points.
        runs: Vec<Vec<P2>>,
        /// Width in pixels; the class decides when absent.
        width: Option<f64>,
        /// Dash and gap in pixels.
        dash: Option<(f64, f64)>,
    },
    /// A circle.
    Circle {
        /// Style class.
        class: &'static str,
        /// Centre.
        at: P2,
        /// Radius.
        r: f64,
    },
    /// An upright rectangle.
    Rect {
        /// Style class.
        class: &'static str,
        /// Left, top, width, height.
        at: [f64; 4],
    },
    /// One line of words.
    Text {
        /// Style class.
        class: &'static str,
        /// Base line.
        at: P2,
        /// Where the words hang from it.
        anchor: Anchor,
        /// The words.
        text: String,
    },
    /// A place to press, named.
    Press {
        /// Centre.
        at: P2,
        /// Radius.
        r: f64,
        /// What pressing it means.
        name: String,
    },
    /// A picture of its own inside a frame that cuts it off.
    Framed {
        /// Left, top, width, height.
        at: [f64; 4],
        /// What is in it.
        items: Vec<Item>,
    },
}

/// Which part of a line of words stands at its point.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Anchor {
    /// Its start.
    Start,
    /// Its middle.
    Middle,
    /// Its end.
    End,
}

impl Item {
    pub(crate) fn line(class: &'static str, points: Vec<P2>) -> Self {
        Self::Lines { class, runs: vec![points], width: None, dash: None }
    }

    /// The same, elsewhere on the page.
    #[must_use]
    pub(crate) fn moved(mut self, by: P2) -> Self {
        let shift = |p: &mut P2| *p = [p[0] + by[0], p[1] + by[1]];
        match &mut self {
            Self::Fill { points, .. } => points.iter_mut().for_each(shift),
            Self::Lines { runs, .. } => runs.iter_mut().flatten().for_each(shift),
            Self::Circle { at, .. } | Self::Text { at, .. } | Self::Press { at, .. } => shift(at),
            Self::Rect { at, .. } => *at = [at[0] + by[0], at[1] + by[1], at[2], at[3]],
            Self::Framed { at, items } => {
                *at = [at[0] + by[0], at[1] + by[1], at[2], at[3]];
                let inside = std::mem::take(items);
                *items = inside.into_iter().map(|i| i.moved(by)).collect();
            }
        }
        self
    }
}
