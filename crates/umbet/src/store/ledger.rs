//! What happens to the kit's cord: every deed is an entry that stays, and a piece is as long as its entries add up to.

use super::cords::{CordInput, KitCord, LENGTH_M};
use super::entries::Written;
use super::{NAME_LONG, Store, changed, name, note};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What is done with a piece.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "what", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Deed {
    /// A length is cut off it, and is a piece of its own from then on.
    Cut {
        /// So much, metres.
        length_m: f64,
        /// What the new piece is called.
        name: String,
    },
    /// Given to a person, or for a job.
    Issued {
        /// To whom, or for what.
        to: String,
    },
    /// Back from there.
    Returned {
        /// Where it is put: a bag, a hook.
        #[serde(default)]
        place: String,
    },
    /// Looked over along its whole length.
    Inspected {
        /// It is worn, and counts less.
        worn: bool,
    },
    /// Of no use any more.
    Retired {
        /// Why.
        reason: String,
    },
}

/// A deed as given.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DeedInput {
    /// What is done.
    pub deed: Deed,
    /// Who does it.
    #[serde(default)]
    pub who: String,
    /// Note.
    #[serde(default)]
    pub note: String,
    /// Version of the piece it is done to.
    pub version: i64,
}

/// A deed done.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Done {
    /// The piece as it is now.
    pub piece: KitCord,
    /// What was cut off it.
    pub cut_off: Option<KitCord>,
}

/// An entry of the ledger.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct CordEntry {
    /// When, UTC.
    pub at: String,
    /// Who did it; empty when nobody said.
    pub who: String,
    /// What was done.
    pub what: String,
    /// By how much the piece is longer for it, metres; less than nothing where it is shorter.
    pub change_m: f64,
    /// The other piece, whom it was given to, where it was put, or why.
    pub about: String,
    /// Note.
    pub note: String,
}

impl KitCord {
    /// What happened to a piece, the first of it first.
    ///
    /// # Errors
    /// When there is no such piece, or the store fails.
    pub async fn history(store: &Store, id: i64) -> Result<Vec<CordEntry>, Error> {
        Self::get(store, id).await?;
        Ok(sqlx::query_file_as!(CordEntry, "queries/cord-entry-list.sql", id).fetch_all(store.pool()).await?)
    }

    /// Does something with a piece, and writes it into the ledger: both, or neither.
    ///
    /// # Errors
    /// When it cannot be done with this piece as it is, its version is old, or the store fails.
    pub async fn done(store: &Store, id: i64, input: &DeedInput) -> Result<Done, Error> {
        let whole = store.as_one().await?;
        let done = Self::done_within(&whole, id, input).await?;
        whole.keep().await?;
        Ok(done)
    }

    /// The same as part of a larger write.
    ///
    /// # Errors
    /// When it cannot be done with this piece as it is, its version is old, or the store fails.
    pub async fn done_within(whole: &Store, id: i64, input: &DeedInput) -> Result<Done, Error> {
        let piece = Self::get(whole, id).await?;
        if piece.version != input.version {
            return changed(0, Ok(Done { piece, cut_off: None }));
        }
        if let Some(why) = &piece.retired {
            let says = format!("{} is retired: {why}. Nothing more is done with it.", piece.name);
            return Err(Error::fault("deed", says));
        }
        // Nobody cuts or looks over what is not there; what is lost while it is out is retired.
        if let (Some(holder), Deed::Cut { .. } | Deed::Inspected { .. }) = (&piece.held_by, &input.deed) {
            let says = format!("{} is out with {holder}. Take it back first.", piece.name);
            return Err(Error::fault("deed", says));
        }
        let by = By { who: &name_or_none(&input.who)?, note: &note("note", &input.note)?, version: input.version };
        let cut_off = match &input.deed {
            Deed::Cut { length_m, name } => Some(piece.cut(whole, *length_m, name, &by).await?),
            other => {
                piece.put_down(whole, other, &by).await?;
                None
            }
        };
        let piece = Self::get(whole, id).await?;
        Ok(Done { piece, cut_off })
    }

    async fn put_down(&self, whole: &Store, deed: &Deed, by: &By<'_>) -> Result<(), Error> {
        let (id, version) = (self.id, by.version);
        let (what, about) = match deed {
            Deed::Issued { to } => {
                if let Some(holder) = &self.held_by {
                    let says = format!("{} is out already, with {holder}. Take it back first.", self.name);
                    return Err(Error::fault("deed", says));
                }
                let to = name("to", to, NAME_LONG)?;
                sqlx::query_file!("queries/cord-hold.sql", to, self.place, id, version).execute(whole.pool()).await?;
                ("issued", to)
            }
            Deed::Returned { place } => {
                if self.held_by.is_none() {
                    return Err(Error::fault("deed", format!("{} is not out.", self.name)));
                }
                let place = name_or_none(place)?;
                let stays = if place.is_empty() { &self.place } else { &place };
                let nobody: Option<String> = None;
                sqlx::query_file!("queries/cord-hold.sql", nobody, stays, id, version).execute(whole.pool()).await?;
                ("returned", place)
            }
            Deed::Inspected { worn } => {
                sqlx::query_file!("queries/cord-inspect.sql", worn, id, version).execute(whole.pool()).await?;
                ("inspected", if *worn { "worn" } else { "sound" }.to_owned())
            }
            Deed::Retired { reason } => {
                let reason = name("reason", reason, NAME_LONG)?;
                sqlx::query_file!("queries/cord-retire.sql", reason, id, version).execute(whole.pool()).await?;
                ("retired", reason)
            }
            Deed::Cut { .. } => return Ok(()),
        };
        Written { what, change_m: 0.0, about: &about, who: by.who, note: by.note }.write(whole, id).await
    }

    /// A new piece off this one, of its kind, colour and wear.
    async fn cut(&self, whole: &Store, length_m: f64, called: &str, by: &By<'_>) -> Result<Self, Error> {
        let most = self.length_m - LENGTH_M[0];
        if !(length_m.is_finite() && length_m >= LENGTH_M[0] && length_m <= most) {
            let says =
                format!("Cut between {} and {most:.2} m off: {} is {:.2} m.", LENGTH_M[0], self.name, self.length_m);
            return Err(Error::fault("length_m", says));
        }
        sqlx::query_file!("queries/cord-shorten.sql", length_m, self.id, by.version).execute(whole.pool()).await?;
        let input = CordInput {
            name: called.to_owned(),
            kind: self.kind.clone(),
            length_m,
            diameter_mm: self.diameter_mm,
            note: String::new(),
            colour: self.colour.clone(),
            place: self.place.clone(),
            ends: "raw".into(),
            version: 0,
        };
        let of = Written { what: "cut-from", change_m: length_m, about: &self.name, who: by.who, note: by.note };
        let mut new = Self::add_as(whole, &input, &of).await?;
        if self.worn {
            sqlx::query_file!("queries/cord-inspect.sql", true, new.id, new.version).execute(whole.pool()).await?;
            new = Self::get(whole, new.id).await?;
        }
        let off = Written { what: "cut", change_m: -length_m, about: &new.name, who: by.who, note: by.note };
        off.write(whole, self.id).await?;
        Ok(new)
    }
}

/// Who does a deed, to which version.
struct By<'a> {
    who: &'a str,
    note: &'a str,
    version: i64,
}

/// A name that may be left out.
fn name_or_none(words: &str) -> Result<String, Error> {
    if words.trim().is_empty() { Ok(String::new()) } else { name("who", words, NAME_LONG) }
}
