//! Cord in the kit.

use super::entries::Written;
use super::{NAME_LONG, Store, changed, name, note, touched};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use umbet_core::knot::{Family, Knot, catalogue};
use umbet_core::situation::UsedCord;
use umbet_core::units::Length;
use utoipa::ToSchema;

/// A hank of cord.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct KitCord {
    /// Number.
    pub id: i64,
    /// What it is called.
    pub name: String,
    /// Id of its kind.
    pub kind: String,
    /// Length, metres.
    pub length_m: f64,
    /// Measured thickness; the kind's own when absent.
    pub diameter_mm: Option<f64>,
    /// Note.
    pub note: String,
    /// Colour and pattern.
    pub colour: String,
    /// Where it is: a bag, a hook, a hank's number.
    pub place: String,
    /// How its ends are finished: melted, whipped, taped or raw; empty when nobody looked.
    pub ends: String,
    /// Worn when it was last looked over.
    pub worn: bool,
    /// It took a jerk, and nobody looked it over since.
    pub shaken: bool,
    /// Id of the knot made in its end: a loop or a stopper; empty where none is.
    pub made: String,
    /// The bend it is joined with, by its name.
    pub joint: Option<String>,
    /// Where the bend lies, metres from one end.
    pub joint_m: Option<f64>,
    /// Whom or what it was given to; nobody, and it is at its place.
    pub held_by: Option<String>,
    /// Why it is of no use any more.
    pub retired: Option<String>,
    /// Version.
    pub version: i64,
}

/// A hank as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CordInput {
    /// What it is called.
    pub name: String,
    /// Id of its kind.
    pub kind: String,
    /// Length, metres; not asked where `length` is given.
    #[serde(default)]
    pub length_m: f64,
    /// Length as a person types it, alone in their own unit or with its unit, as in `12.5 m`; read before it is kept.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 40)]
    pub length: Option<String>,
    /// Measured thickness.
    #[serde(default)]
    pub diameter_mm: Option<f64>,
    /// Measured thickness as a person types it; empty where its kind's own counts; read before it is kept.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 40)]
    pub thickness: Option<String>,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Colour and pattern.
    #[serde(default)]
    pub colour: String,
    /// Where it is: a bag, a hook, a hank's number.
    #[serde(default)]
    pub place: String,
    /// How its ends are finished: melted, whipped, taped or raw; empty when nobody looked.
    #[serde(default)]
    pub ends: String,
    /// Id of the knot made in its end: a loop or a stopper; empty where none is.
    #[serde(default)]
    pub made: String,
    /// Version the change is made to; not asked of a new hank.
    #[serde(default)]
    pub version: i64,
}

/// Least and most length of a hank, metres.
pub const LENGTH_M: [f64; 2] = [0.05, 2000.0];
/// How ends are finished; not known when empty.
pub const ENDS: [&str; 5] = ["", "melted", "whipped", "taped", "raw"];
/// Least and most thickness measured, millimetres.
pub const THICK_MM: [f64; 2] = [0.5, 60.0];

/// Knots that are made in an end and stay there: loops and stoppers.
pub fn made_ends() -> impl Iterator<Item = &'static Knot> {
    let stay = |k: &&Knot| matches!(k.entry.family, Family::EndLoop | Family::Stopper);
    catalogue().knots().iter().filter(stay)
}

impl CordInput {
    /// Read and trimmed.
    ///
    /// # Errors
    /// Which value cannot be used.
    pub fn check(&self) -> Result<Self, Error> {
        if umbet_core::cord::cord(&self.kind).is_none() {
            return Err(Error::fault("kind", "No such cord. Take one of the list of cords."));
        }
        if !(self.length_m.is_finite() && (LENGTH_M[0]..=LENGTH_M[1]).contains(&self.length_m)) {
            return Err(Error::fault(
                "length_m",
                format!("Give a length between {} and {} m.", LENGTH_M[0], LENGTH_M[1]),
            ));
        }
        if self.diameter_mm.is_some_and(|d| !(d.is_finite() && (THICK_MM[0]..=THICK_MM[1]).contains(&d))) {
            return Err(Error::fault(
                "diameter_mm",
                format!("Give a thickness between {} and {} mm, or none.", THICK_MM[0], THICK_MM[1]),
            ));
        }
        if !ENDS.contains(&self.ends.as_str()) {
            return Err(Error::fault("ends", format!("Its ends are one of: {}.", ENDS[1..].join(", "))));
        }
        if !self.made.is_empty() && !made_ends().any(|k| k.id == self.made) {
            return Err(Error::fault("made", "Made in its end: a loop or a stopper of the catalogue, or nothing."));
        }
        for (field, words) in [("colour", &self.colour), ("place", &self.place)] {
            if words.chars().count() > NAME_LONG {
                return Err(Error::fault(field, format!("Keep it to {NAME_LONG} characters.")));
            }
        }
        Ok(Self { name: name("name", &self.name, NAME_LONG)?, note: note("note", &self.note)?, ..self.clone() })
    }
}

impl KitCord {
    /// It lies at its place and may be used: what took a jerk is looked over first.
    pub fn is_free(&self) -> bool {
        self.held_by.is_none() && self.retired.is_none() && !self.shaken
    }

    /// Why it is not at hand to be used; nothing where it is.
    pub fn not_to_be_had(&self) -> Option<String> {
        if let Some(why) = &self.retired {
            return Some(format!("It is retired: {why}."));
        }
        if let Some(holder) = &self.held_by {
            return Some(format!("It is out with {holder}."));
        }
        if self.shaken {
            return Some("It took a jerk, and is looked over first.".into());
        }
        self.joint.as_ref().map(|bend| format!("There is a bend in it, {bend}: count on half of it."))
    }

    /// It is one length from end to end: a piece with a bend in it is offered to no plan, since the bend halves what it bears.
    pub fn is_one_length(&self) -> bool {
        self.joint.is_none()
    }

    /// The cord as it lies in the hand, dry.
    pub fn used(&self) -> Option<UsedCord> {
        let kind = umbet_core::cord::cord(&self.kind)?;
        let diameter = self.diameter_mm.map_or(kind.diameter, Length::from_mm);
        Some(UsedCord { kind, diameter, wet: false, worn: self.worn, raw_end: self.ends == "raw" })
    }

    /// All hanks, by name.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn list(store: &Store) -> Result<Vec<Self>, Error> {
        Ok(sqlx::query_file_as!(Self, "queries/cord-list.sql").fetch_all(store.pool()).await?)
    }

    /// Number of the last change of any piece; 0 where there is none.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn newest_change(store: &Store) -> Result<i64, Error> {
        Ok(sqlx::query_file!("queries/cord-newest-change.sql").fetch_one(store.pool()).await?.changed)
    }

    /// Pieces changed after this change, and the numbers of those that are out of the kit since.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn changed_since(store: &Store, change: i64) -> Result<(Vec<Self>, Vec<i64>), Error> {
        let rows = sqlx::query_file!("queries/cord-changed-since.sql", change).fetch_all(store.pool()).await?;
        let (mut there, mut gone) = (Vec::new(), Vec::new());
        for r in rows {
            if r.gone {
                gone.push(r.id);
                continue;
            }
            there.push(Self {
                id: r.id,
                name: r.name,
                kind: r.kind,
                length_m: r.length_m,
                diameter_mm: r.diameter_mm,
                note: r.note,
                colour: r.colour,
                place: r.place,
                ends: r.ends,
                worn: r.worn,
                shaken: r.shaken,
                made: r.made,
                joint: r.joint,
                joint_m: r.joint_m,
                held_by: r.held_by,
                retired: r.retired,
                version: r.version,
            });
        }
        Ok((there, gone))
    }

    /// One hank.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn get(store: &Store, id: i64) -> Result<Self, Error> {
        sqlx::query_file_as!(Self, "queries/cord-get.sql", id)
            .fetch_optional(store.pool())
            .await?
            .ok_or(Error::Missing("cord"))
    }

    /// Adds a hank.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add(store: &Store, input: &CordInput) -> Result<Self, Error> {
        let whole = store.as_one().await?;
        let added = Self::add_within(&whole, input).await?;
        whole.keep().await?;
        Ok(added)
    }

    /// The same as part of a larger write.
    ///
    /// # Errors
    /// When a value cannot be used, or the store fails.
    pub async fn add_within(whole: &Store, input: &CordInput) -> Result<Self, Error> {
        Self::add_as(whole, input, &Written::of("received", input.length_m)).await
    }

    /// Adds one with the entry that says where it is from.
    pub(super) async fn add_as(whole: &Store, input: &CordInput, entry: &Written<'_>) -> Result<Self, Error> {
        let c = input.check()?;
        let CordInput { name, kind, length_m, diameter_mm, note, colour, place, ends, made, .. } = c;
        let done = sqlx::query_file!(
            "queries/cord-add.sql",
            name,
            kind,
            length_m,
            diameter_mm,
            note,
            colour,
            place,
            ends,
            made
        )
        .execute(whole.pool())
        .await?;
        let id = done.last_insert_rowid();
        entry.write(whole, id).await?;
        Self::get(whole, id).await
    }

    /// Changes a hank. Another length is what it measures now, and is written down.
    ///
    /// # Errors
    /// When a value cannot be used, the version is old, or the store fails.
    pub async fn put(store: &Store, id: i64, input: &CordInput) -> Result<Self, Error> {
        let c = input.check()?;
        let whole = store.as_one().await?;
        let before = Self::get(&whole, id).await?;
        if let Some(why) = &before.retired {
            let says = format!("{} is retired: {why}. Nothing more is changed of it.", before.name);
            return Err(Error::fault("name", says));
        }
        let CordInput { name, kind, length_m, diameter_mm, note, colour, place, ends, made, version, .. } = c;
        let done = sqlx::query_file!(
            "queries/cord-put.sql",
            name,
            kind,
            length_m,
            diameter_mm,
            note,
            colour,
            place,
            ends,
            made,
            id,
            version
        )
        .execute(whole.pool())
        .await?;
        let now = changed(done.rows_affected(), Self::get(&whole, id).await)?;
        if (now.length_m - before.length_m).abs() > 1e-9 {
            Written::of("measured", now.length_m - before.length_m).write(&whole, id).await?;
        }
        whole.keep().await?;
        Ok(now)
    }

    /// Takes a hank out of the kit; [`Self::restore`] brings it back.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn delete(store: &Store, id: i64) -> Result<(), Error> {
        let whole = store.as_one().await?;
        let done = sqlx::query_file!("queries/cord-delete.sql", id).execute(whole.pool()).await?;
        touched(done.rows_affected(), "cord")?;
        Written::of("taken-out", 0.0).write(&whole, id).await?;
        Ok(whole.keep().await?)
    }

    /// Brings a hank back; one that is there already is answered as it is.
    ///
    /// # Errors
    /// When there is none, or the store fails.
    pub async fn restore(store: &Store, id: i64) -> Result<Self, Error> {
        let whole = store.as_one().await?;
        let done = sqlx::query_file!("queries/cord-restore.sql", id).execute(whole.pool()).await?;
        if done.rows_affected() > 0 {
            Written::of("put-back", 0.0).write(&whole, id).await?;
        }
        let back = Self::get(&whole, id).await?;
        whole.keep().await?;
        Ok(back)
    }
}
