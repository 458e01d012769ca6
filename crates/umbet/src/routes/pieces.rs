//! A piece of the kit in the reader's words and unit, and the kit laid out; what a person typed of a piece, read.

use crate::error::{Error, Problem, capital};
use crate::extract::{Person, Query, in_words};
use crate::kit::Kit;
use crate::state::App;
use crate::store::{CordInput, Deed, KitCord, cords};
use axum::Json;
use axum::extract::State;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use std::borrow::Cow;
use std::collections::{BTreeMap, HashMap};
use umbet_core::cord::cord as kind;
use umbet_core::knot::catalogue;
use umbet_core::units::{Length, Quantity, Reader};
use utoipa::{IntoParams, ToSchema};

/// A piece of the kit, as it is read.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Piece<'a> {
    /// As it is kept.
    #[serde(flatten)]
    #[schema(value_type = KitCord)]
    cord: Cow<'a, KitCord>,
    /// Its length in the reader's unit, as it may be typed.
    length: String,
    /// Its measured thickness likewise; empty where its kind's own counts.
    thickness: String,
    /// Its name with its length.
    named: String,
    /// What it is, in a sentence.
    says: String,
    /// Where it is, or why it is not to be had, in a sentence.
    stands: String,
}

/// Puts pieces into one reader's words. What is said of a kind is made once: a large kit has ten thousand pieces of a few kinds.
pub struct Wording<'r> {
    reader: &'r Reader,
    kinds: HashMap<(String, Option<u64>), String>,
}

impl<'r> Wording<'r> {
    /// For this reader.
    pub fn new(reader: &'r Reader) -> Self {
        Self { reader, kinds: HashMap::new() }
    }

    /// A piece in words.
    pub fn of<'a>(&mut self, cord: &'a KitCord) -> Piece<'a> {
        self.said(Cow::Borrowed(cord))
    }

    fn said<'a>(&mut self, cord: Cow<'a, KitCord>) -> Piece<'a> {
        let reader = self.reader;
        let thick = |mm| Quantity::Thickness.with_unit(mm, reader);
        Piece {
            length: Quantity::Length.with_unit(cord.length_m, reader),
            thickness: cord.diameter_mm.map_or_else(String::new, thick),
            named: format!("{}, {}", cord.name, reader.length(Length::from_m(cord.length_m))),
            says: self.what(&cord),
            stands: stands(&cord),
            cord,
        }
    }

    /// Kind and its strength.
    fn kind(&mut self, c: &KitCord) -> &str {
        let reader = self.reader;
        let key = (c.kind.clone(), c.diameter_mm.map(f64::to_bits));
        self.kinds.entry(key).or_insert_with(|| {
            let thick = c.diameter_mm.map(Length::from_mm);
            kind(&c.kind).map_or_else(String::new, |k| {
                format!("{}, {} new", k.said(thick.unwrap_or(k.diameter), reader), reader.forces(k.strength_n))
            })
        })
    }

    /// Kind, colour, ends, what is made in it or joined, wear.
    fn what(&mut self, c: &KitCord) -> String {
        let mut said = capital(self.kind(c));
        let made = (!c.made.is_empty()).then(|| catalogue().find(&c.made)).flatten();
        let from_end = |m: f64| format!(", {} from one end", self.reader.length(Length::from_m(m)));
        let parts = [
            (!c.colour.is_empty()).then(|| c.colour.clone()),
            (!c.ends.is_empty()).then(|| format!("ends {}", c.ends)),
            made.map(|k| format!("{} made in its end", k.entry.said())),
            c.joint.as_ref().map(|bend| format!("joined: {bend}{}", c.joint_m.map_or_else(String::new, from_end))),
            c.worn.then(|| "worn: take three quarters of its strength".to_owned()),
        ];
        for part in parts.into_iter().flatten() {
            said.push_str(", ");
            said.push_str(&part);
        }
        said.push('.');
        said
    }
}

impl Piece<'_> {
    /// A piece that nobody else holds, in words.
    pub fn own(cord: KitCord, reader: &Reader) -> Self {
        Wording::new(reader).said(Cow::Owned(cord))
    }

    /// What came of a write: where another window wrote first, what that made of it is in the same words.
    pub fn answered(written: Result<KitCord, Error>, reader: &Reader) -> Result<Piece<'static>, Error> {
        match written {
            Ok(now) => Ok(Piece::own(now, reader)),
            Err(Error::Stale(newer)) => {
                let newer = serde_json::from_value::<KitCord>(newer)?;
                Err(Error::Stale(serde_json::to_value(Piece::own(newer, reader))?))
            }
            Err(other) => Err(other),
        }
    }
}

fn stands(c: &KitCord) -> String {
    match (&c.retired, &c.held_by) {
        (Some(why), _) => format!("Retired: {why}."),
        (None, Some(holder)) => format!("Out with {holder}."),
        (None, None) if c.shaken => "It took a jerk: look it over before it is used.".into(),
        (None, None) if c.place.is_empty() => "In the kit.".into(),
        (None, None) => format!("At its place: {}.", c.place),
    }
}

/// How the kit is laid out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case")]
pub enum LaidOut {
    /// One after another, by name.
    Name,
    /// By bag and hook.
    Place,
    /// By kind.
    Kind,
    /// What is at hand first.
    Free,
}

impl LaidOut {
    /// All, as they are sent, with how they are offered.
    pub const ALL: [(&'static str, &'static str); 4] =
        [("name", "by name"), ("place", "by bag and hook"), ("kind", "by kind"), ("free", "by what is free")];

    /// The head a piece is laid under, with its place among the heads.
    fn head(self, c: &KitCord, reader: &Reader) -> (u8, String) {
        match self {
            Self::Name => (0, String::new()),
            Self::Place if c.place.is_empty() => (1, "No place written".into()),
            Self::Place => (0, c.place.clone()),
            Self::Kind => (0, kind(&c.kind).map_or_else(|| c.kind.clone(), |k| k.said(k.diameter, reader))),
            Self::Free if c.retired.is_some() => (3, "Retired".into()),
            Self::Free if c.held_by.is_some() => (2, "Out".into()),
            Self::Free if c.shaken => (1, "To be looked over".into()),
            Self::Free => (0, "Free".into()),
        }
    }
}

/// How it is to be laid out.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct LaidQuery {
    /// By what.
    by: LaidOut,
}

/// A piece among the others.
#[derive(Serialize, ToSchema)]
pub struct LaidPiece<'a> {
    /// The piece.
    #[serde(flatten)]
    #[schema(value_type = Piece)]
    piece: Piece<'a>,
    /// Its length over that of the longest there is.
    share: f64,
}

/// Pieces under one head.
#[derive(Serialize, ToSchema)]
pub struct LaidGroup<'a> {
    /// The head; empty where there is but one.
    head: String,
    /// How many, and how long together: what is retired does not count.
    says: String,
    /// The pieces, by name.
    pieces: Vec<LaidPiece<'a>>,
}

fn laid<'a>(kit: &'a Kit, by: LaidOut, reader: &Reader) -> Vec<LaidGroup<'a>> {
    let longest = kit.pieces.iter().map(|c| c.length_m).fold(cords::LENGTH_M[0], f64::max);
    let mut heads: BTreeMap<(u8, String), Vec<&KitCord>> = BTreeMap::new();
    for c in &kit.pieces {
        heads.entry(by.head(c, reader)).or_default().push(c);
    }
    let mut words = Wording::new(reader);
    let group = |((_, head), pieces): ((u8, String), Vec<&'a KitCord>)| {
        let in_use: f64 = pieces.iter().filter(|c| c.retired.is_none()).map(|c| c.length_m).sum();
        let many = if pieces.len() == 1 { "one piece".into() } else { format!("{} pieces", pieces.len()) };
        let total = if in_use > 0.0 { reader.length(Length::from_m(in_use)) } else { "none of it in use".into() };
        let piece = |c: &'a KitCord| LaidPiece { piece: words.of(c), share: c.length_m / longest };
        LaidGroup { head, says: format!("{many}, {total}"), pieces: pieces.into_iter().map(piece).collect() }
    };
    heads.into_iter().map(group).collect()
}

/// The kit laid out.
#[utoipa::path(
    get, operation_id = "lay_out_kit", path = "/api/kit/laid", params(LaidQuery),
    responses((status = 200, description = "Its pieces, head by head", body = Vec<LaidGroup>), (status = 400, description = "A value cannot be read", body = Problem))
)]
pub async fn lay_out(State(app): State<App>, person: Person, Query(q): Query<LaidQuery>) -> Result<Response, Error> {
    let kit = app.kit().await?;
    Ok(Json(laid(&kit, q.by, &person.reader())).into_response())
}

/// Longest text of a number typed, characters.
const TYPED_LONG: usize = 40;

/// What was typed of a quantity, within reason.
pub(super) fn typed(
    (field, name): (&str, &str),
    text: &str,
    (quantity, [least, most]): (Quantity, [f64; 2]),
    reader: &Reader,
) -> Result<f64, Error> {
    in_words(field, Some(text), TYPED_LONG)?;
    let value = quantity.read(text, reader).map_err(|says| Error::fault(field, format!("{name}: {says}")))?;
    if (least..=most).contains(&value) {
        return Ok(value);
    }
    let [least, most] = [least, most].map(|limit| quantity.with_unit(limit, reader));
    Err(Error::fault(field, format!("{name}: give between {least} and {most}.")))
}

fn length(text: &str, reader: &Reader) -> Result<f64, Error> {
    typed(("length", "Length"), text, (Quantity::Length, cords::LENGTH_M), reader)
}

/// A piece with what was typed of it read.
pub fn read_piece(mut input: CordInput, reader: &Reader) -> Result<CordInput, Error> {
    if let Some(text) = input.length.take() {
        input.length_m = length(&text, reader)?;
    }
    if let Some(text) = input.thickness.take() {
        let read = || typed(("thickness", "Thickness"), &text, (Quantity::Thickness, cords::THICK_MM), reader);
        input.diameter_mm = if text.trim().is_empty() { None } else { Some(read()?) };
    }
    Ok(input)
}

/// A deed with what was typed of it read.
pub fn read_deed(deed: Deed, reader: &Reader) -> Result<Deed, Error> {
    Ok(match deed {
        Deed::Cut { length: Some(text), name, times, .. } => {
            Deed::Cut { length_m: length(&text, reader)?, length: None, name, times }
        }
        other => other,
    })
}
