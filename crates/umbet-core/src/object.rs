//! Things rope is made fast to: their shapes, sizes and surfaces.

use crate::cord::Sourced;
use crate::units::{Band, Length};
use serde::{Deserialize, Serialize};
use std::f64::consts::PI;
use std::sync::LazyLock;

words!(
    /// The shape it is tied to.
    Shape {
        /// Round post or tree.
        Post => "round post or tree",
        /// Smooth pipe or rail.
        Pipe => "pipe or rail",
        /// Square or angle section.
        Square => "square section",
        /// Ring or eye.
        Ring => "ring or eye",
        /// Eyelet.
        Eyelet => "eyelet",
        /// Cloth without an eyelet.
        Cloth => "cloth with no eyelet",
        /// Peg.
        Peg => "peg",
        /// Another rope.
        Rope => "another rope",
        /// A bight.
        Bight => "bight",
        /// Its own standing part.
        OwnPart => "its own standing part",
        /// Log or pole to drag.
        Log => "log or pole",
        /// Handle or bundle.
        Bundle => "handle or bundle",
        /// A hole to be stopped at.
        Hole => "hole",
        /// An open hook.
        Hook => "hook",
        /// A clip that opens: a carabiner or snap hook.
        Clip => "clip",
        /// The eye of a halter, sling or other cordage.
        Eye => "eye of a halter or sling",
        /// Hair or a tail, gathered.
        Hair => "hair or a tail",
    }
);

/// What an object is made of, as far as a drawing shows it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Look {
    /// Metal or plastic: one light band, one dark.
    Steel,
    /// Sawn or round timber: grain.
    #[default]
    Timber,
    /// A tree: long cracks.
    Bark,
    /// Another rope: its lay.
    Rope,
    /// A hand, fingers up.
    Hand,
}

/// The shape it shows end-on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Section {
    /// A circle.
    #[default]
    Round,
    /// A square with its arrises just broken.
    Square,
}

impl Section {
    /// Length of one turn of cord `d` thick, along its middle, round an object `size` thick: what a taut cord makes of any
    /// rounded outline is that outline's own length and π d.
    pub fn girth(self, size: Length, d: Length) -> Length {
        match self {
            Self::Round => (size + d) * PI,
            Self::Square => size * 4.0 + d * PI,
        }
    }
}

/// A shape, with the sizes it comes in.
#[derive(Debug, Clone)]
pub struct ObjectKind {
    /// The shape.
    pub shape: Shape,
    /// Its name with an article.
    pub name: String,
    /// A middling size.
    pub size_mm: f64,
    /// Smallest size within reason.
    pub least_mm: f64,
    /// Largest size within reason.
    pub most_mm: f64,
    /// Its usual surface.
    pub surface: String,
    /// A loop can usually be dropped over its end.
    pub open_end: bool,
    /// It has a size worth asking for.
    pub sized: bool,
    /// It has a surface worth asking for; its name then goes without an article.
    pub faced: bool,
    /// Least, middling and largest inner width, millimetres, where rope goes through it.
    pub opening_mm: Option<[f64; 3]>,
    /// Pull from which it gives: a peg draws, an eyelet tears; newtons, an estimate.
    pub bears_n: Option<Band>,
    /// What it does then: `draws`, `tears out`.
    pub gives: String,
    /// Its own name with its article, for a sentence.
    pub the: String,
    /// What it shows end-on.
    pub section: Section,
    /// Sources by field.
    pub source: String,
}

/// A surface and how cord rubs on it.
#[derive(Debug, Clone)]
pub struct Material {
    /// Stable id.
    pub id: String,
    /// Its name, as it stands before the object's.
    pub name: String,
    /// Friction with a middling synthetic cord, dry.
    pub dry: Band,
    /// The same, wet.
    pub wet: Band,
    /// How slippery it counts for turns along a bar.
    pub finish: Finish,
    /// How it is drawn.
    pub look: Look,
    /// Source id of the friction bands.
    pub source: String,
}

/// How many turns a pull along it wants.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Deserialize)]
#[serde(rename_all = "kebab-case")]
pub enum Finish {
    /// Bark, rough timber, rust.
    Rough,
    /// Planed, painted, galvanised.
    Smooth,
    /// Polished or plastic.
    Slick,
}

#[derive(Deserialize)]
struct File {
    object: Vec<ObjectRow>,
    surface: Vec<SurfaceRow>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct ObjectRow {
    shape: Shape,
    name: String,
    size_mm: Sourced<[f64; 3]>,
    surface: String,
    #[serde(default)]
    open_end: bool,
    #[serde(default)]
    unsized_: bool,
    #[serde(default)]
    unfaced: bool,
    #[serde(default)]
    square: bool,
    opening_mm: Option<Sourced<[f64; 3]>>,
    bears_n: Option<Sourced<[f64; 2]>>,
    #[serde(default)]
    gives: String,
    the: Option<String>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SurfaceRow {
    id: String,
    name: String,
    dry: Sourced<[f64; 2]>,
    wet: Sourced<[f64; 2]>,
    finish: Finish,
    look: String,
}

struct Tables {
    objects: Vec<ObjectKind>,
    surfaces: Vec<Material>,
}

fn tables() -> &'static Tables {
    static TABLES: LazyLock<Tables> = LazyLock::new(|| {
        let file: File =
            toml::from_str(include_str!("../catalogue/objects.toml")).expect("catalogue/objects.toml reads");
        Tables {
            objects: file.object.into_iter().map(ObjectKind::from).collect(),
            surfaces: file.surface.into_iter().map(Material::from).collect(),
        }
    });
    &TABLES
}

impl From<ObjectRow> for ObjectKind {
    fn from(r: ObjectRow) -> Self {
        let [least_mm, size_mm, most_mm] = r.size_mm.v;
        Self {
            shape: r.shape,
            name: r.name,
            size_mm,
            least_mm,
            most_mm,
            surface: r.surface,
            open_end: r.open_end,
            sized: !r.unsized_,
            faced: !r.unsized_ && !r.unfaced,
            opening_mm: r.opening_mm.map(|o| o.v),
            bears_n: r.bears_n.map(|b| Band::new(b.v[0], b.v[1])),
            gives: r.gives,
            the: r.the.unwrap_or_else(|| format!("the {}", r.shape.words())),
            section: if r.square { Section::Square } else { Section::Round },
            source: r.size_mm.s,
        }
    }
}

impl From<SurfaceRow> for Material {
    fn from(r: SurfaceRow) -> Self {
        let look = match r.look.as_str() {
            "steel" => Look::Steel,
            "bark" => Look::Bark,
            "rope" => Look::Rope,
            _ => Look::Timber,
        };
        Self {
            id: r.id,
            name: r.name,
            dry: Band::new(r.dry.v[0], r.dry.v[1]),
            wet: Band::new(r.wet.v[0], r.wet.v[1]),
            finish: r.finish,
            look,
            source: r.dry.s,
        }
    }
}

/// Every shape.
pub fn object_kinds() -> &'static [ObjectKind] {
    &tables().objects
}

/// The shape's own row.
///
/// # Panics
/// When the built-in file leaves a shape out, which the tests rule out.
pub fn object_kind(shape: Shape) -> &'static ObjectKind {
    tables().objects.iter().find(|o| o.shape == shape).expect("every shape has a row")
}

/// Every surface.
pub fn surfaces() -> &'static [Material] {
    &tables().surfaces
}

/// The surface with this id.
pub fn surface(id: &str) -> Option<&'static Material> {
    surfaces().iter().find(|s| s.id == id)
}
