//! What have I tied?

use super::knots::find;
use crate::error::{Error, NotAnswered, capital};
use crate::extract::Body;
use crate::work;
use axum::Json;
use serde::{Deserialize, Serialize};
use umbet_core::knot::{Family, Knot, catalogue};
use umbet_core::teach::spot::called;
use umbet_core::topology::{
    About, CodeError, Coded, Likeness, Made, Named, Telling, Tied, misstep_written, read_code, read_walk, tied,
    tied_all,
};
use utoipa::ToSchema;

/// A tie as it is told: one of the three.
#[derive(Deserialize, ToSchema)]
#[serde(rename_all = "kebab-case", deny_unknown_fields)]
pub enum Told {
    /// Crossings of a catalogue knot's drawing that are the other way, such as `A3`.
    Changed {
        /// Knot id.
        knot: String,
        /// Crossings.
        crossings: Vec<String>,
    },
    /// Pass after pass along the rope, such as `o1 u2 o3 u1 o2 u3`; `f` and `b` in front of an object and behind it, `/` before
    /// the other rope.
    Walk(Walk),
    /// A planar-diagram code.
    Code(String),
}

/// A tie told along its rope.
#[derive(Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Walk {
    /// Pass after pass.
    along: String,
    /// It is tied to an object; not known when absent.
    object: Option<bool>,
    /// A loop stands open in it; not known when absent.
    open_loop: Option<bool>,
}

/// A knot close by.
#[derive(Serialize, ToSchema)]
pub struct Near {
    /// Knot id.
    knot: String,
    /// Its name.
    name: String,
    /// What differs.
    differs: String,
}

/// What it is.
#[derive(Serialize, ToSchema)]
pub struct Found {
    /// In a sentence.
    says: String,
    /// Catalogue knots it is.
    knots: Vec<String>,
    /// Its name in the tables of knots, when it has one.
    table: Option<String>,
    /// Crossings left when what is slack is drawn out.
    crossings: Option<usize>,
    /// Knots close by, and the first action that differs.
    near: Vec<Near>,
}

/// Names a tie.
#[utoipa::path(
    post, operation_id = "identify", path = "/api/identify", request_body = Told,
    responses((status = 200, description = "What it is", body = Found), NotAnswered)
)]
pub async fn identify(Body(told): Body<Told>) -> Result<Json<Found>, Error> {
    let answer = move || match told {
        Told::Changed { knot, crossings } => changed(&knot, &crossings),
        Told::Walk(walk) => walked(&walk),
        Told::Code(words) => match read_code(&words).map_err(fault("code"))? {
            Coded::Known(ids) => Ok(drawn_so(&ids, "")),
            Coded::Curve(diagram) => Ok(found(&[tied(&diagram)])),
        },
    };
    Ok(Json(work::aside(answer).await?))
}

fn fault(field: &'static str) -> impl Fn(CodeError) -> Error {
    move |e| {
        let says = capital(&e.to_string());
        Error::fault(field, format!("{says}."))
    }
}

/// Knots that have a drawing told so, or else what the rope is when its ends are joined.
fn walked(walk: &Walk) -> Result<Found, Error> {
    let telling = Telling::read(&walk.along).map_err(fault("walk"))?;
    let known = telling.known(About { object: walk.object, open_loop: walk.open_loop });
    if let Some((_, likeness)) = known.first() {
        let ids: Vec<&str> = known.iter().map(|k| k.0).collect();
        let how = if *likeness == Likeness::SlackDrawnOut { "once what is slack is drawn out" } else { "" };
        return Ok(drawn_so(&ids, how));
    }
    if !telling.is_bare_rope() {
        let says =
            "No knot here is laid so. Lay it flat and loose with as few crossings as you can, and tell it again.";
        return Ok(Found { says: says.into(), knots: Vec::new(), table: None, crossings: None, near: Vec::new() });
    }
    let read = read_walk(&walk.along).map_err(fault("walk"))?;
    let mut found = found(&tied_all(&read));
    // A name the tables know it by is not one of what was asked for: a loop is not a stopper.
    let fits = |id: &String| telling_fits(id, walk);
    found.knots.retain(fits);
    if found.knots.is_empty() && walk.open_loop == Some(true) {
        found.says = "No loop here is laid so. Its rope, the ends joined outside: ".to_owned() + &found.says;
    }
    Ok(found)
}

/// What is said of the tie holds of this knot.
fn telling_fits(id: &str, walk: &Walk) -> bool {
    catalogue().find(id).is_some_and(|k| {
        let open_loop = matches!(k.entry.family, Family::EndLoop | Family::MidLoop);
        walk.open_loop.is_none_or(|l| l == open_loop) && walk.object.is_none_or(|o| o != k.path.poles.is_empty())
    })
}

/// Catalogue knots whose drawing it is: those of a rope alone first, then what the same is when tied to something.
fn drawn_so(ids: &[&str], how: &str) -> Found {
    let knots: Vec<&Knot> = ids.iter().filter_map(|id| catalogue().find(id)).collect();
    let (bare, held): (Vec<&Knot>, Vec<&Knot>) = knots.iter().partition(|k| k.path.poles.is_empty());
    let named = |list: &[&Knot]| list.iter().map(|k| k.entry.name.as_str()).collect::<Vec<_>>().join(", or ");
    let how = if how.is_empty() { String::new() } else { format!(", {how}") };
    let says = match (&bare[..], &held[..]) {
        ([], one) | (one, []) => format!("{}{how}.", named(one)),
        _ => format!("{}{how}; tied to something, {}.", named(&bare), named(&held)),
    };
    let knots = bare.iter().chain(&held).map(|k| k.id.clone()).collect();
    Found { says, knots, table: None, crossings: None, near: Vec::new() }
}

fn changed(id: &str, crossings: &[String]) -> Result<Found, Error> {
    let knot = find(id)?;
    let name = knot.entry.name.clone();
    if crossings.is_empty() {
        let says = format!("{name}, as it should be.");
        return Ok(Found { says, knots: vec![id.to_owned()], table: None, crossings: None, near: Vec::new() });
    }
    let m = misstep_written(knot, &crossings.join(","))
        .ok_or_else(|| Error::fault("crossings", "Name crossings of this knot's drawing, such as A3."))?;
    let differs = format!("Move {}: {}", m.step + 1, knot.entry.step[m.step].say);
    let knots = match &m.made {
        Made::Knots(ids) => ids.iter().map(|i| (*i).to_owned()).collect(),
        _ => Vec::new(),
    };
    let table = match &m.made {
        Made::Tabled(n) => Some(n.clone()),
        _ => None,
    };
    let near = vec![Near { knot: id.to_owned(), name, differs }];
    Ok(Found { says: format!("{}.", called(&m.made)), knots, table, crossings: None, near })
}

/// The answer for everything a telling may mean: one, or several that differ.
fn found(all: &[Tied]) -> Found {
    let first = &all[0];
    let same = all.iter().all(|t| t.knots == first.knots && plain(&t.named) == plain(&first.named));
    if !same {
        let mut names: Vec<String> = all.iter().map(says).collect();
        names.sort();
        names.dedup();
        let says = format!("{} Say to which side the other strand runs.", names.join(" Or: "));
        return Found { says, knots: Vec::new(), table: None, crossings: None, near: Vec::new() };
    }
    let near = first.near.iter().filter_map(|(crossing, id)| {
        let name = catalogue().find(id)?.entry.name.clone();
        let differs = format!("Change crossing {}.", crossing + 1);
        Some(Near { knot: (*id).to_owned(), name, differs })
    });
    let mut near: Vec<Near> = near.filter(|n| !first.knots.contains(&n.knot.as_str())).collect();
    near.sort_by(|a, b| (&a.knot, &a.differs).cmp(&(&b.knot, &b.differs)));
    near.dedup_by(|a, b| a.knot == b.knot);
    Found {
        says: says(first),
        knots: first.knots.iter().map(|k| (*k).to_owned()).collect(),
        table: plain(&first.named),
        crossings: Some(first.crossings),
        near,
    }
}

/// Its name in the tables, whichever hand.
fn plain(named: &Named) -> Option<String> {
    match named {
        Named::One(n) if n.contains('#') => Some(n.clone()),
        Named::One(n) => Some(n.trim_start_matches('m').to_owned()),
        Named::OneOf(all) => Some(all.join(" or ")),
        Named::Nothing | Named::Unknown => None,
    }
}

fn says(t: &Tied) -> String {
    let knots: Vec<&str> = t.knots.iter().filter_map(|k| catalogue().find(k)).map(|k| k.entry.name.as_str()).collect();
    match (&t.named, &knots[..]) {
        (Named::Nothing, _) => "Nothing: it falls open.".to_owned(),
        (_, [_, ..]) => format!("{}.", knots.join(", or ")),
        (Named::Unknown, _) => "Not a knot we know.".to_owned(),
        (named, _) => {
            format!("{} in the tables of knots; the trade has no name for it.", plain(named).unwrap_or_default())
        }
    }
}
