//! Knots: their words, their cord, and what their path proves.

use crate::error::{Error, Problem};
use crate::extract::{Path, Person, Query};
use crate::work;
use axum::Json;
use serde::{Deserialize, Serialize};
use umbet_core::draw;
use umbet_core::knot::find::{self, apart};
use umbet_core::knot::{Caution, Family, Knot, Mistake, OtherWay, School, Untie, catalogue, told};
use umbet_core::lashing::Lashing;
use umbet_core::object::object_kind;
use umbet_core::situation::{Fault, Shape, Task};
use umbet_core::teach::spot::called;
use umbet_core::topology::{Clear, Letting, Made, Misstep, TailPulled, known_letting, missteps, stopper};
use umbet_core::units::{Band, Length};
use umbet_core::usage::{LengthItem, ends, taken};
use utoipa::{IntoParams, ToSchema};

/// Another way of tying a knot: other moves that end in the same knot. Its pictures are drawn with `way` and `pose`.
#[derive(Serialize, ToSchema)]
pub struct TyingWay {
    /// What it is called.
    name: String,
    /// It is the way taught first.
    taught: bool,
    /// Its moves.
    moves: Vec<Move>,
}

impl TyingWay {
    fn of(way: &OtherWay, said: &impl Fn(&String) -> String) -> Self {
        let moves = way.pose.iter().map(|p| Move {
            short: said(&p.short),
            say: said(&p.say),
            hint: String::new(),
            part: false,
        });
        Self { name: way.name.clone(), taught: way.taught, moves: moves.collect() }
    }
}

/// A knot in the list.
#[derive(Serialize, ToSchema)]
pub struct KnotSummary {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Other names.
    also: Vec<String>,
    /// Family.
    family: Family,
    /// What it is.
    about: String,
    /// Moves to tie it.
    moves: u32,
    /// Jobs it does.
    tasks: Vec<Task>,
    /// Knots whose moves it reuses.
    builds_on: Vec<String>,
    /// One pull frees it.
    one_pull: bool,
    /// Tied without an end.
    in_the_bight: bool,
    /// Can be tied in mittens.
    mittens: bool,
}

/// One move.
#[derive(Serialize, ToSchema)]
pub struct Move {
    /// One word.
    short: String,
    /// The sentence.
    say: String,
    /// Help.
    hint: String,
    /// A part of its picture is worth enlarging.
    part: bool,
}

/// How it lets go, answered from the path alone.
#[derive(Serialize, ToSchema)]
pub struct ReleaseWords {
    /// Object gone, both ends pulled.
    ends: String,
    /// How that is known.
    because: String,
    /// The line comes clear.
    clear: bool,
    /// Catalogue knots that stay in the line.
    stays: Vec<String>,
    /// Object kept, the tail pulled.
    tail: String,
    /// The tail drawn back past one crossing after another.
    drawn: Option<String>,
}

fn release_words(k: &Knot) -> ReleaseWords {
    let of = |l: &Letting| {
        let stays = match &l.clear {
            Clear::Leaves(parts) => parts.iter().filter_map(|p| stopper(p)).map(|k| k.id.clone()).collect(),
            Clear::Yes | Clear::Depends(..) => Vec::new(),
        };
        let ends = match &l.clear {
            Clear::Yes => "The line comes clear.",
            Clear::Leaves(_) => "A knot stays in the line.",
            Clear::Depends(..) => "A tangle stays until the tail is drawn out.",
        };
        let tail = match l.tail {
            TailPulled::Frees(0) => "It comes free.".to_owned(),
            TailPulled::Frees(1) => "It comes free; one plain turn runs off.".to_owned(),
            TailPulled::Frees(n) => format!("It comes free; {n} plain turns run off."),
            TailPulled::StillHolds if k.entry.release.one_pull => {
                format!("The bight comes out and it lets go; left in the line: {}.", k.entry.release.leaves.what)
            }
            TailPulled::StillHolds => "The bight comes out, but the rest still holds.".to_owned(),
            TailPulled::Fast => "It stays fast.".to_owned(),
        };
        let drawn = l.drawn.filter(|d| d.past > 0).map(|d| {
            let passed = if d.past == 1 { "one crossing".to_owned() } else { format!("{} crossings", d.past) };
            format!("Falls free once drawn back past {passed} of {}, to move {}.", d.of, d.step + 1)
        });
        ReleaseWords {
            ends: ends.to_owned(),
            because: l.clear.because(),
            clear: l.clear == Clear::Yes,
            stays,
            tail,
            drawn,
        }
    };
    known_letting(&k.id).map(of).unwrap_or_else(|| of(&umbet_core::topology::letting(k)))
}

/// A knot's words.
#[derive(Serialize, ToSchema)]
pub struct KnotWords {
    /// Id.
    id: String,
    /// Name.
    name: String,
    /// Other names.
    also: Vec<String>,
    /// Family.
    family: Family,
    /// What it is.
    about: String,
    /// It is here to be known when it is seen and is never tied: why.
    never: Option<String>,
    /// What to remember it by.
    cue: String,
    /// Moves.
    steps: Vec<Move>,
    /// Other ways of tying it.
    ways: Vec<TyingWay>,
    /// What to look for.
    telltales: Vec<String>,
    /// Usual mistakes.
    mistakes: Vec<Mistake>,
    /// Cautions.
    cautions: Vec<Caution>,
    /// Where practitioners differ.
    schools: Vec<School>,
    /// How it lets go.
    lets_go: String,
    /// How it unties after load.
    untie: Untie,
    /// One pull frees it.
    one_pull: bool,
    /// What stays in the line.
    leaves: String,
    /// The three questions of release, answered from the path.
    release: ReleaseWords,
    /// Needs an end.
    needs_end: bool,
    /// Can be tied in the bight.
    in_the_bight: bool,
    /// Can be tied in mittens.
    mittens: bool,
    /// Share of strength kept, an estimate.
    strength_kept: Band,
    /// Source id of that.
    strength_source: String,
    /// Knots whose moves it reuses.
    builds_on: Vec<String>,
    /// How its identity was confirmed.
    confirmed: String,
    /// Shapes it is tied to.
    shapes: Vec<Shape>,
    /// It is drawn on an object.
    on_object: bool,
    /// What it is shown on where no joint says.
    usual: UsualObject,
    /// How many ropes it has.
    ropes: usize,
    /// It is shown drawn up too, as it lies in the hand.
    drawn_up: bool,
    /// Why it is not.
    not_drawn_up: Option<String>,
    /// What was measured on its drawn-up form, in a sentence.
    in_hand: Option<String>,
}

/// A middling object for a knot, and cord to go with it.
#[derive(Serialize, ToSchema)]
pub struct UsualObject {
    /// Diameter of the object.
    size_mm: f64,
    /// Diameter of the cord.
    cord_mm: f64,
    /// Surface id.
    surface: String,
    /// Shape.
    shape: Shape,
}

impl UsualObject {
    fn of(k: &Knot) -> Self {
        let u = k.usual();
        Self { size_mm: u.size.mm(), cord_mm: u.cord.mm(), surface: u.surface.to_owned(), shape: u.shape }
    }
}

/// The knot of this id.
pub fn find(id: &str) -> Result<&'static Knot, Error> {
    catalogue().find(id).ok_or(Error::Missing("knot"))
}

/// What to say of a number out of reason.
pub fn outside(field: &str, v: Option<f64>, least: f64, most: f64) -> Option<Fault> {
    let bad = v.is_some_and(|v| !(v.is_finite() && v >= least && v <= most));
    bad.then(|| Fault { field: field.into(), says: format!("Give {field} between {least} and {most}.") })
}

/// Every knot.
#[utoipa::path(get, operation_id = "list_knots", path = "/api/knots", responses((status = 200, description = "All knots in the trade's habitual order", body = Vec<KnotSummary>)))]
pub async fn list() -> Json<Vec<KnotSummary>> {
    let words = |k: &Knot| KnotSummary {
        id: k.id.clone(),
        name: k.entry.name.clone(),
        also: k.entry.also.clone(),
        family: k.entry.family,
        about: k.entry.about.clone(),
        moves: k.entry.hands.moves,
        tasks: k.entry.tasks.clone(),
        builds_on: k.entry.builds_on.clone(),
        one_pull: k.entry.release.one_pull,
        in_the_bight: k.entry.hands.bight(),
        mittens: k.entry.hands.mittens,
    };
    Json(catalogue().knots().iter().map(words).collect())
}

/// Words to find a knot by.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct FindQuery {
    /// A name, or the beginning of one.
    #[param(max_length = 80)]
    words: String,
}

/// A knot that a name said of several may mean.
#[derive(Serialize, ToSchema)]
pub struct MayMean {
    /// Knot id.
    knot: String,
    /// Its name.
    name: String,
    /// How it differs from the others.
    so: String,
}

/// What a search found.
#[derive(Serialize, ToSchema)]
pub struct FoundKnots {
    /// Knot ids, the nearest first.
    knots: Vec<String>,
    /// The knots the name may mean, where it is said of several.
    several: Vec<MayMean>,
    /// Lashings called so, the nearest first.
    lashings: Vec<String>,
}

/// Knots by whatever name they are called: hyphens, plurals, figures and small slips are forgiven.
#[utoipa::path(
    get, operation_id = "find_knots", path = "/api/knots/find", params(FindQuery),
    responses((status = 200, description = "What is called so, or nearly", body = FoundKnots), (status = 400, description = "No words", body = Problem), (status = 422, description = "Too many words", body = Problem))
)]
pub async fn find_by_name(Query(q): Query<FindQuery>) -> Result<Json<FoundKnots>, Error> {
    if q.words.chars().count() > 80 {
        return Err(Error::fault("words", "Keep it to 80 characters."));
    }
    let found = find::find(&q.words);
    let means = |(id, so): &(String, String)| {
        Some(MayMean { knot: id.clone(), name: catalogue().find(id)?.entry.name.clone(), so: so.clone() })
    };
    let near = |l: &'static Lashing| {
        let names = std::iter::once(l.name.as_str()).chain(l.also.iter().map(String::as_str));
        apart(&q.words, names).map(|slips| (slips, l.id.clone()))
    };
    let mut lashings: Vec<(usize, String)> = umbet_core::lashing::lashings().iter().filter_map(near).collect();
    lashings.sort();
    Ok(Json(FoundKnots {
        lashings: lashings.into_iter().map(|(_, id)| id).collect(),
        knots: found.knots.iter().map(|k| k.id.clone()).collect(),
        several: found.several.iter().flat_map(|s| &s.means).filter_map(means).collect(),
    }))
}

/// How a knot is told.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct ToldQuery {
    /// For the left hand: what goes to the right goes to the left.
    #[serde(default)]
    mirrored: bool,
}

/// One knot's words.
#[utoipa::path(
    get, operation_id = "get_knot", path = "/api/knots/{id}", params(("id" = String, Path, description = "Knot id"), ToldQuery),
    responses((status = 200, description = "The knot", body = KnotWords), (status = 400, description = "A value cannot be read", body = Problem), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn get(Path(id): Path<String>, Query(q): Query<ToldQuery>) -> Result<Json<KnotWords>, Error> {
    let k = find(&id)?;
    let e = &k.entry;
    let said = |text: &String| told(text, q.mirrored).into_owned();
    Ok(Json(KnotWords {
        id: k.id.clone(),
        name: e.name.clone(),
        also: e.also.clone(),
        family: e.family,
        about: e.about.clone(),
        never: e.never.clone(),
        cue: said(&e.cue),
        steps: (0..)
            .zip(&e.step)
            .map(|(i, s)| Move {
                short: said(&s.short),
                say: said(&s.say),
                hint: said(&s.hint),
                part: draw::has_part(k, Some(i)),
            })
            .collect(),
        ways: e.way.iter().map(|w| TyingWay::of(w, &said)).collect(),
        telltales: e.telltale.iter().map(|t| said(&t.look)).collect(),
        mistakes: e.mistake.clone(),
        cautions: e.caution.clone(),
        schools: e.school.clone(),
        lets_go: e.release.say.clone(),
        untie: e.release.untie,
        one_pull: e.release.one_pull,
        leaves: e.release.leaves.what.clone(),
        release: release_words(k),
        needs_end: e.hands.end() && !e.hands.bight(),
        in_the_bight: e.hands.bight(),
        mittens: e.hands.mittens,
        strength_kept: e.strength.kept,
        strength_source: e.strength.source.clone(),
        builds_on: e.builds_on.clone(),
        confirmed: e.confirmed.clone(),
        shapes: e.shapes.clone(),
        on_object: !k.path.poles.is_empty(),
        usual: UsualObject::of(k),
        ropes: k.path.strands.len(),
        drawn_up: umbet_core::dress::dressed(&k.id).is_some(),
        not_drawn_up: k.entry.dress.not.clone(),
        in_hand: umbet_core::dress::dressed(&k.id).and_then(|form| Some(form.shape.as_ref()?.says())),
    }))
}

/// On what, and in what, a knot's cord is reckoned.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct CordQuery {
    /// Diameter of the object; the knot's usual one when absent.
    #[param(minimum = 1, maximum = 2000)]
    size_mm: Option<f64>,
    /// Diameter of the cord; the knot's usual one when absent.
    #[param(minimum = 0.5, maximum = 60)]
    cord_mm: Option<f64>,
}

/// Cord a knot takes.
#[derive(Serialize, ToSchema)]
pub struct CordTaken {
    /// Item by item.
    items: Vec<LengthItem>,
    /// All of it.
    length_m: f64,
    /// The same in the reader's measures.
    words: String,
    /// What it was reckoned in and on.
    on: String,
}

/// Cord a knot takes on an object, an estimate to about a fifth.
#[utoipa::path(
    get, operation_id = "cord_taken", path = "/api/knots/{id}/cord", params(("id" = String, Path, description = "Knot id"), CordQuery),
    responses(
        (status = 200, description = "The cord, item by item", body = CordTaken),
        (status = 400, description = "A value cannot be read", body = Problem),
        (status = 404, description = "No such knot", body = Problem),
        (status = 422, description = "A value is out of reason", body = Problem)
    )
)]
pub async fn cord_taken(
    person: Person,
    Path(id): Path<String>,
    Query(q): Query<CordQuery>,
) -> Result<Json<CordTaken>, Error> {
    let k = find(&id)?;
    let checked = [outside("size_mm", q.size_mm, 1.0, 2000.0), outside("cord_mm", q.cord_mm, 0.5, 60.0)];
    let faults: Vec<Fault> = checked.into_iter().flatten().collect();
    if !faults.is_empty() {
        return Err(Error::Unusable(faults));
    }
    let usual = k.usual();
    let size = q.size_mm.map_or(usual.size, Length::from_mm);
    let cord = q.cord_mm.map_or(usual.cord, Length::from_mm);
    let reader = person.reader();
    let girth = object_kind(usual.shape).section.girth(size, cord);
    let t = taken(&k.entry.usage, k.entry.usage.tail, &ends(k, cord, None), girth);
    let round = if t.turns.mm() > 0.0 { format!(" round {}", reader.diameter(size)) } else { String::new() };
    Ok(Json(CordTaken {
        items: t.items(&reader),
        length_m: t.total().m(),
        words: reader.length(t.total()),
        on: format!("in {} cord{round}", reader.diameter(cord)),
    }))
}

/// One action done wrong, and what it makes.
#[derive(Serialize, ToSchema)]
pub struct MisstepWords {
    /// As written; the figure draws it with `wrong`.
    id: String,
    /// The move it happens in, from 1.
    step: usize,
    /// What was done.
    pub(super) done: String,
    /// What it makes.
    pub(super) makes: String,
    /// What that does, where the trade says.
    so: Option<String>,
    /// The catalogue knot it makes.
    knot: Option<String>,
    /// It has a name: a knot, a wrong form, or nothing at all.
    pub(super) named: bool,
}

/// What one wrong action makes of a knot, worked out from its path.
#[utoipa::path(
    get, operation_id = "missteps", path = "/api/knots/{id}/missteps", params(("id" = String, Path, description = "Knot id")),
    responses((status = 200, description = "Missteps in the order of the moves", body = Vec<MisstepWords>), (status = 404, description = "No such knot", body = Problem))
)]
pub async fn list_missteps(Path(id): Path<String>) -> Result<Json<Vec<MisstepWords>>, Error> {
    let k = find(&id)?;
    let all = work::aside(move || Ok(missteps(k))).await?;
    Ok(Json(all.iter().map(|m| misstep_words(k, m)).collect()))
}

/// A misstep in words.
pub fn misstep_words(k: &'static Knot, m: &'static Misstep) -> MisstepWords {
    let written = k.entry.mistake.iter().find(|w| w.action.as_deref() == Some(&m.id));
    let made = match &m.made {
        Made::Knots(ids) => ids.first().copied(),
        _ => None,
    };
    let never = made.and_then(|id| catalogue().find(id)).and_then(|knot| knot.entry.never.clone());
    MisstepWords {
        id: m.id.clone(),
        step: m.step + 1,
        done: written.map_or_else(|| m.done.clone(), |w| w.done.clone()),
        makes: called(&m.made),
        so: written.map(|w| w.so.clone()).or(never),
        knot: made.map(str::to_owned),
        named: !matches!(m.made, Made::Unknown | Made::Tabled(_) | Made::Loop(_)),
    }
}
