//! What happens to the kit's cord: every deed is an entry that stays, and a piece is as long as its entries add up to.

use super::cords::{CordInput, KitCord, LENGTH_M};
use super::entries::Written;
use super::{NAME_LONG, Store, changed, name, note};
use crate::error::Error;
use serde::{Deserialize, Serialize};
use umbet_core::cord::{Construction, cord};
use umbet_core::knot::{Family, catalogue};
use umbet_core::units::Length;
use umbet_core::usage::{ends, taken};
use utoipa::ToSchema;

/// What is done with a piece.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(tag = "what", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Deed {
    /// A length is cut off it, and is a piece of its own from then on.
    Cut {
        /// So much, metres; not asked where `length` is given.
        #[serde(default)]
        length_m: f64,
        /// The same as a person types it, alone in their own unit or with its unit; read before it is done.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[schema(max_length = 40)]
        length: Option<String>,
        /// What the new piece is called; numbered where there are several.
        name: String,
        /// So many pieces of that length.
        #[serde(default = "once")]
        times: u32,
    },
    /// Another piece of its kind is bent on to its end, and is a piece of its own no more.
    Joined {
        /// Number of the other piece.
        with: i64,
        /// Version of the other piece.
        with_version: i64,
        /// Id of the bend.
        knot: String,
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
    /// It took a jerk: it is used for nothing before it is looked over.
    Shaken {},
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

/// The bend that joins what lies flat (common practice).
const FLAT: &str = "water-knot";

/// Pieces that are cut at once.
pub const CUT_AT_ONCE: u32 = 60;

const fn once() -> u32 {
    1
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
    pub cut_off: Vec<KitCord>,
}

/// A line of the whole ledger.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct LedgerLine {
    /// Name of the piece.
    pub piece: String,
    /// What happened.
    #[serde(flatten)]
    pub entry: CordEntry,
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

    /// What happened to any piece, those taken out of the kit as well, the first of it first.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn ledger(store: &Store) -> Result<Vec<LedgerLine>, Error> {
        let rows = sqlx::query_file!("queries/cord-entries.sql").fetch_all(store.pool()).await?;
        let line = rows.into_iter().map(|r| LedgerLine {
            piece: r.piece,
            entry: CordEntry { at: r.at, who: r.who, what: r.what, change_m: r.change_m, about: r.about, note: r.note },
        });
        Ok(line.collect())
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
            return changed(0, Ok(Done { piece, cut_off: Vec::new() }));
        }
        if let Some(why) = &piece.retired {
            let says = format!("{} is retired: {why}. Nothing more is done with it.", piece.name);
            return Err(Error::fault("deed", says));
        }
        // Nobody cuts, joins or looks over what is not there; what is lost while it is out is retired.
        if let (Some(holder), Deed::Cut { .. } | Deed::Joined { .. } | Deed::Inspected { .. }) =
            (&piece.held_by, &input.deed)
        {
            let says = format!("{} is out with {holder}. Take it back first.", piece.name);
            return Err(Error::fault("deed", says));
        }
        let by = By { who: &name_or_none(&input.who)?, note: &note("note", &input.note)?, version: input.version };
        let cut_off = match &input.deed {
            Deed::Cut { length_m, name, times, .. } => piece.cut_all(whole, *length_m, name, *times, &by).await?,
            Deed::Joined { with, with_version, knot } => {
                piece.join(whole, *with, *with_version, knot, &by).await?;
                Vec::new()
            }
            other => {
                piece.put_down(whole, other, &by).await?;
                Vec::new()
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
            Deed::Shaken {} => {
                sqlx::query_file!("queries/cord-shake.sql", id, version).execute(whole.pool()).await?;
                ("shaken", String::new())
            }
            Deed::Retired { reason } => {
                let reason = name("reason", reason, NAME_LONG)?;
                sqlx::query_file!("queries/cord-retire.sql", reason, id, version).execute(whole.pool()).await?;
                ("retired", reason)
            }
            Deed::Cut { .. } | Deed::Joined { .. } => return Ok(()),
        };
        Written { what, change_m: 0.0, about: &about, who: by.who, note: by.note }.write(whole, id).await
    }

    /// Several pieces off this one, all or none, numbered where there are several.
    async fn cut_all(
        &self,
        whole: &Store,
        length_m: f64,
        called: &str,
        times: u32,
        by: &By<'_>,
    ) -> Result<Vec<Self>, Error> {
        if !(1..=CUT_AT_ONCE).contains(&times) {
            return Err(Error::fault("times", format!("Cut 1 to {CUT_AT_ONCE} pieces at once.")));
        }
        let (mut now, mut all) = (self.clone(), Vec::new());
        for n in 1..=times {
            let called = if times > 1 { format!("{called} {n}") } else { called.to_owned() };
            let by = By { version: now.version, ..*by };
            // All of it taken, the last of it is that line: it is called so, and stays the piece it was.
            if (now.length_m - length_m).abs() < LENGTH_M[0] && times > 1 && n == times {
                break;
            }
            all.push(now.cut(whole, length_m, &called, &by).await?);
            now = Self::get(whole, self.id).await?;
        }
        Ok(all)
    }

    /// Another piece bent on to its end.
    async fn join(&self, whole: &Store, with: i64, with_version: i64, knot: &str, by: &By<'_>) -> Result<(), Error> {
        let bend = catalogue().find(knot).filter(|k| k.entry.family == Family::Bend);
        let bend = bend.ok_or_else(|| Error::fault("knot", "Join two pieces with a bend of the catalogue."))?;
        let other = Self::get(whole, with).await?;
        if other.version != with_version {
            return changed(0, Ok(()));
        }
        let refused = |says: String| Err(Error::fault("with", says));
        if other.id == self.id {
            return refused("Join it to another piece.".into());
        }
        let made = cord(&self.kind).ok_or(Error::Missing("cord"))?.construction;
        match made {
            Construction::Wire | Construction::Shock => {
                return refused(format!("No knot joins {} for good.", self.name));
            }
            Construction::Webbing if bend.id != FLAT => {
                return refused("Webbing lies flat: of the bends only the water knot joins it.".into());
            }
            _ => {}
        }
        if other.kind != self.kind {
            return refused(format!(
                "{} is another cord: of two that differ, nobody can say what it bears.",
                other.name
            ));
        }
        for piece in [self, &other] {
            if !piece.is_free() {
                return refused(format!("{} is not free to be joined.", piece.name));
            }
            if !piece.is_one_length() {
                return refused(format!("{} has a bend in it already. Untie that first.", piece.name));
            }
        }
        let thick = cord(&self.kind).ok_or(Error::Missing("cord"))?.diameter;
        let thick = self.diameter_mm.map_or(thick, Length::from_mm);
        let usage = &bend.entry.usage;
        let takes = taken(usage, usage.tail, &ends(bend, thick, None), Length::default()).total().m();
        let more = other.length_m - takes;
        if more <= 0.0 {
            return refused(format!("{} goes into the bend altogether: {takes:.2} m is taken by it.", other.name));
        }
        let (joint, joint_m) = (bend.entry.said(), self.length_m - takes / 2.0);
        let id = self.id;
        sqlx::query_file!("queries/cord-join.sql", more, joint, joint_m, other.worn, id, by.version)
            .execute(whole.pool())
            .await?;
        let entry = |what, change_m, about| Written { what, change_m, about, who: by.who, note: by.note };
        let longer = format!("{} with {}", other.name, bend.entry.said());
        entry("joined", more, &longer).write(whole, id).await?;
        let reason = format!("joined to {}", self.name);
        sqlx::query_file!("queries/cord-retire.sql", reason, with, with_version).execute(whole.pool()).await?;
        entry("joined-to", 0.0, &self.name).write(whole, with).await
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
            length: None,
            diameter_mm: self.diameter_mm,
            thickness: None,
            note: String::new(),
            colour: self.colour.clone(),
            place: self.place.clone(),
            ends: "raw".into(),
            made: String::new(),
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
