//! Bounds of what is sent, put into the document from the constants the readers keep to: one definition, told twice.
//!
//! What hangs on another field (a size on its shape, a thickness on its cord) is told by its widest bounds; the answer names the
//! narrower ones.

use crate::store::{LONGEST_MISSTEP, NAME_LONG, NOTE_LONG, cords, courses, jobs, settings};
use umbet_core::knot::catalogue;
use umbet_core::knot::notation::LONGEST_TEXT;
use umbet_core::lashing::{FRAPPING, TURNS, lashings};
use umbet_core::rig::{PLANNERS, anchor, hang, haul, hoist, larder, line, load, mast, poles, shelter, tether};
use umbet_core::{cord, object, situation};
use utoipa::openapi::schema::{AdditionalProperties, Array, ArrayItems, Object, OneOf, SchemaType, Type};
use utoipa::openapi::{OpenApi, Ref, RefOr, Schema};

/// What a field keeps to.
enum Bound {
    /// Least and most.
    Number([f64; 2]),
    /// Least and most characters.
    Words([usize; 2]),
    /// One of these.
    Names(Vec<String>),
    /// So many items, least and most.
    Items([usize; 2]),
    /// So many numbers, each between these.
    Numbers(usize, [f64; 2]),
    /// As many as this of these names.
    NamesOf(usize, Vec<String>),
    /// Anything by these names.
    By(Vec<String>),
    /// Written so.
    Written(String),
    /// One of these schemas.
    OneOfThese(Vec<String>),
}

fn all() -> Vec<(&'static str, &'static str, Bound)> {
    use Bound::{By, Items, Names, NamesOf, Number, Numbers, OneOfThese, Words, Written};
    let kinds = || cord::cords().iter().map(|c| c.id.clone()).collect::<Vec<_>>();
    let surfaces = || object::surfaces().iter().map(|s| s.id.clone()).collect::<Vec<_>>();
    let knots = || catalogue().knots().iter().map(|k| k.id.clone()).collect::<Vec<_>>();
    let taught = || catalogue().taught().map(|k| k.id.clone()).collect::<Vec<_>>();
    let schools =
        || umbet_core::choose::matters().iter().flat_map(|m| &m.ways).map(|w| w.id.clone()).collect::<Vec<_>>();
    let ends =
        |all: &mut dyn Iterator<Item = [f64; 2]>| all.fold([f64::MAX, f64::MIN], |[a, b], [c, d]| [a.min(c), b.max(d)]);
    let objects = || object::object_kinds().iter();
    let sizes = ends(&mut objects().map(|o| [o.least_mm, o.most_mm]));
    let openings = ends(&mut objects().filter_map(|o| o.opening_mm).map(|[least, _, most]| [least, most]));
    let thick = ends(&mut cord::cords().iter().map(situation::thicknesses));
    let stock = shelter::stock();
    vec![
        ("PartOf", "part", Names(situation::PART_IDS.iter().map(|id| (*id).to_owned()).collect())),
        ("CordDraft", "kind", Names(kinds())),
        ("CordDraft", "diameter_mm", Number(thick)),
        ("Draft", "surface", Names(surfaces())),
        ("Draft", "size_mm", Number(sizes)),
        ("Draft", "opening_mm", Number(openings)),
        ("Draft", "force_n", Number(situation::FORCE_N)),
        ("Draft", "haul_n", Number(situation::HAUL_N)),
        ("Draft", "cord_m", Number(situation::CORD_M)),
        ("Draft", "knows", NamesOf(200, knots())),
        ("Draft", "schools", NamesOf(50, schools())),
        ("JointInput", "name", Words([1, NAME_LONG])),
        ("JointInput", "note", Words([0, NOTE_LONG])),
        ("JointInput", "knot", Names(knots())),
        ("JointInput", "position", Number([1.0, jobs::LAST_PLACE as f64])),
        ("JobInput", "name", Words([1, NAME_LONG])),
        ("JobInput", "place", Words([0, NOTE_LONG])),
        ("JobInput", "note", Words([0, NOTE_LONG])),
        ("CordInput", "name", Words([1, NAME_LONG])),
        ("CordInput", "note", Words([0, NOTE_LONG])),
        ("CordInput", "kind", Names(kinds())),
        ("CordInput", "colour", Words([0, NAME_LONG])),
        ("CordInput", "place", Words([0, NAME_LONG])),
        (
            "CordInput",
            "made",
            Names(std::iter::once(String::new()).chain(cords::made_ends().map(|k| k.id.clone())).collect()),
        ),
        ("CordInput", "ends", Names(cords::ENDS.iter().map(|e| (*e).to_owned()).collect())),
        ("DeedInput", "who", Words([0, NAME_LONG])),
        ("DeedInput", "note", Words([0, NOTE_LONG])),
        ("CordInput", "length_m", Number(cords::LENGTH_M)),
        ("CordInput", "diameter_mm", Number(cords::THICK_MM)),
        ("OwnKnotInput", "name", Words([1, NAME_LONG])),
        ("OwnKnotInput", "note", Words([0, NOTE_LONG])),
        ("OwnKnotInput", "path", Words([1, LONGEST_TEXT])),
        ("BodyMeasures", "arm_span_m", Number(settings::ARM_SPAN_M)),
        ("BodyMeasures", "forearm_m", Number(settings::FOREARM_M)),
        ("BodyMeasures", "hand_span_mm", Number(settings::HAND_SPAN_MM)),
        ("BodyMeasures", "four_fingers_mm", Number(settings::FOUR_FINGERS_MM)),
        ("BodyMeasures", "foot_mm", Number(settings::FOOT_MM)),
        ("BodyMeasures", "pace_m", Number(settings::PACE_M)),
        ("Settings", "knows", NamesOf(200, knots())),
        ("Settings", "schools", NamesOf(50, schools())),
        ("AnchorDraft", "name", Words([1, anchor::NAME_LONG])),
        ("AnchorDraft", "at_m", Numbers(2, [-anchor::FAR_M, anchor::FAR_M])),
        ("AnchorDraft", "size_mm", Number([4.0, anchor::THICK_MM[1]])),
        ("AnchorDraft", "high_m", Number(anchor::HIGH_M)),
        ("AnchorDraft", "low_m", Number(anchor::LOW_M)),
        ("AnchorDraft", "surface", Names(surfaces())),
        ("CoverDraft", "kind", Names(stock.covers.iter().map(|c| c.id.to_string()).collect())),
        ("CoverDraft", "length_m", Number(shelter::COVER_M)),
        ("CoverDraft", "width_m", Number(shelter::COVER_M)),
        ("ShelterDraft", "anchors", Items([1, shelter::ANCHORS])),
        ("ShelterDraft", "between", Numbers(2, [0.0, shelter::ANCHORS as f64 - 1.0])),
        ("ShelterDraft", "ground", Names(stock.grounds.iter().map(|g| g.id.to_string()).collect())),
        ("ShelterDraft", "slope_percent", Number(shelter::SLOPE_PERCENT)),
        ("ShelterDraft", "slope_across_percent", Number(shelter::SLOPE_PERCENT)),
        ("ShelterDraft", "wind_from_deg", Number(shelter::BEARING_DEG)),
        ("ShelterDraft", "gust_ms", Number(shelter::GUST_MS)),
        ("ShelterDraft", "beaufort", Number(shelter::BEAUFORT)),
        ("ShelterDraft", "people", Number([1.0, f64::from(shelter::PEOPLE)])),
        ("ShelterDraft", "pull_n", Number(shelter::PULL_N)),
        ("ShelterDraft", "gear_n", Number(shelter::GEAR_N)),
        ("LineDraft", "span_m", Number(line::SPAN_M)),
        ("LineDraft", "rise_m", Number(line::RISE_M)),
        ("LineDraft", "pull_n", Number(line::PULL_N)),
        ("LineDraft", "high_m", Number(line::HIGH_M)),
        ("LineDraft", "thick_mm", Number(line::THICK_MM)),
        ("Deck", "length_m", Number(load::DECK_M)),
        ("Deck", "width_m", Number(load::DECK_M)),
        ("Deck", "board_m", Number(load::BOARD_M)),
        ("Deck", "bears_kg", Number(load::BEARS_KG)),
        ("Deck", "rings", Items([2, load::RINGS])),
        ("DeckRing", "bears_n", Number(load::RING_N)),
        ("DeckRing", "at_m", Numbers(2, [-0.5, load::DECK_M[1]])),
        ("LoadItem", "name", Words([1, load::NAME_LONG])),
        ("LoadItem", "size_m", Numbers(3, load::ITEM_M)),
        ("LoadItem", "mass_kg", Number(load::ITEM_KG)),
        ("LoadItem", "crush_n", Number(load::CRUSH_N)),
        ("LoadItem", "at_m", Numbers(2, load::DECK_M)),
        ("LoadItem", "on", Names(load::load_stock().contacts.iter().map(|c| c.id.clone()).collect())),
        ("LoadPass", "item", Number([0.0, load::ITEMS as f64 - 1.0])),
        ("LoadPass", "rings", Numbers(2, [0.0, load::RINGS as f64 - 1.0])),
        ("LoadDraft", "items", Items([0, load::ITEMS])),
        ("LoadDraft", "passes", Items([0, load::PASSES])),
        ("LoadDraft", "pull_n", Number(load::PULL_N)),
        ("HaulDraft", "length_m", Number(haul::LENGTH_M)),
        ("HaulDraft", "thick_mm", Number(haul::THICK_MM)),
        ("HaulDraft", "mass_kg", Number(haul::MASS_KG)),
        ("HaulDraft", "surface", Names(surfaces())),
        ("HaulDraft", "over", Names(haul::grounds().iter().map(|o| o.id.clone()).collect())),
        ("HaulDraft", "slope_percent", Number(haul::SLOPE_PERCENT)),
        ("HaulDraft", "way_m", Number(haul::WAY_M)),
        ("HaulDraft", "lip_deg", Number(haul::LIP_DEG)),
        ("HaulDraft", "people", Number([1.0, f64::from(haul::PEOPLE)])),
        ("HaulDraft", "pull_n", Number(haul::PULL_N)),
        ("HangDraft", "length_m", Number(hang::LENGTH_M)),
        ("HangDraft", "thick_mm", Number(hang::THICK_MM)),
        ("HangDraft", "mass_kg", Number(hang::MASS_KG)),
        ("HangDraft", "surface", Names(surfaces())),
        ("HangDraft", "things", Items([0, hang::LINES])),
        ("HangDraft", "lines_m", Items([2, hang::LINES])),
        ("HangDraft", "over_mm", Number(hang::THICK_MM)),
        ("HangDraft", "high_m", Number(hang::HIGH_M)),
        ("HangDraft", "at_m", Number(hang::AT_M)),
        ("HungThing", "name", Words([1, hang::NAME_LONG])),
        ("HungThing", "mass_kg", Number(hang::MASS_KG)),
        ("HungThing", "ties", Number([0.0, f64::from(hang::TIES)])),
        ("HungThing", "along_m", Numbers(2, [0.0, hang::LENGTH_M[1]])),
        ("LarderDraft", "mass_kg", Number(larder::MASS_KG)),
        ("LarderDraft", "bag_m", Number(larder::BAG_M)),
        ("LarderDraft", "branch_m", Number(larder::BRANCH_M)),
        ("LarderDraft", "out_m", Number(larder::OUT_M)),
        ("LarderDraft", "branch_mm", Number(larder::BRANCH_MM)),
        ("LarderDraft", "reach_m", Number(larder::REACH_M)),
        ("LarderDraft", "away_m", Number(larder::AWAY_M)),
        ("LarderDraft", "pull_n", Number(larder::PULL_N)),
        ("HoistDraft", "mass_kg", Number(hoist::MASS_KG)),
        ("HoistDraft", "long_m", Number(hoist::LONG_M)),
        ("HoistDraft", "thick_mm", Number(hoist::THICK_MM)),
        ("HoistDraft", "balance_m", Number(hoist::LONG_M)),
        ("HoistDraft", "high_m", Number(hoist::HIGH_M)),
        ("HoistDraft", "people", Number([1.0, f64::from(hoist::PEOPLE)])),
        ("HoistDraft", "pull_n", Number(hoist::PULL_N)),
        ("TetherDraft", "mass_kg", Number(tether::MASS_KG)),
        ("TetherDraft", "long_m", Number(tether::LONG_M)),
        ("TetherDraft", "to_mm", Number(tether::TO_MM)),
        ("TetherDraft", "surface", Names(surfaces())),
        ("TetherDraft", "to_high_m", Number(tether::HIGH_M)),
        ("TetherDraft", "ground", Names(stock.grounds.iter().map(|g| g.id.clone()).collect())),
        ("TetherDraft", "deep_m", Number(tether::DEEP_M)),
        ("TetherDraft", "eye_mm", Number(tether::EYE_MM)),
        ("TetherDraft", "eye_high_m", Number(tether::HIGH_M)),
        ("TetherDraft", "line_m", Number(tether::LINE_M)),
        ("TetherDraft", "off_m", Number(tether::OFF_M)),
        ("TetherDraft", "around", Items([0, tether::AROUND])),
        ("TetherDraft", "falls_m", Number(tether::TIDE_M)),
        ("TetherDraft", "rises_m", Number(tether::TIDE_M)),
        ("TetherDraft", "beaufort", Number(tether::BEAUFORT)),
        ("TetherDraft", "current_ms", Number(tether::CURRENT_MS)),
        ("TetherDraft", "fall_m", Number(tether::FALL_M)),
        ("TetherDraft", "link_turns", Number(tether::LINK_TURNS.map(|n| n as f64))),
        ("NearThing", "name", Words([1, tether::NAME_LONG])),
        ("NearThing", "at_m", Number(tether::AT_M)),
        ("NearThing", "thick_mm", Number(tether::NEAR_MM)),
        ("PolesDraft", "pole_mm", Number(poles::POLE_MM)),
        ("PolesDraft", "pole_m", Number(poles::POLE_M)),
        ("PolesDraft", "lashed_m", Number(poles::LASHED_M)),
        ("PolesDraft", "out_m", Number(poles::OUT_M)),
        ("PolesDraft", "bar_m", Number(poles::BAR_M)),
        ("PolesDraft", "long_m", Number(poles::LONG_M)),
        ("PolesDraft", "mass_kg", Number(poles::MASS_KG)),
        ("PolesDraft", "ground", Names(poles::grounds().iter().map(|g| g.id.clone()).collect())),
        ("PolesDraft", "lashing", Names(lashings().iter().map(|l| l.id.clone()).collect())),
        ("PolesDraft", "turns", Number(TURNS.map(|n| n as f64))),
        ("PolesDraft", "frapping", Number(FRAPPING.map(|n| n as f64))),
        ("MastDraft", "mast", Names(mast::mast_kinds().iter().map(|k| k.id.clone()).collect())),
        ("MastDraft", "head_kg", Number(mast::HEAD_KG)),
        ("MastDraft", "head_m2", Number(mast::HEAD_M2)),
        ("MastDraft", "head_n", Number(mast::HEAD_N)),
        ("MastDraft", "guys_m", Items(mast::LEVELS)),
        ("MastDraft", "sides", Number(mast::SIDES.map(f64::from))),
        ("MastDraft", "out_m", Number(mast::OUT_M)),
        ("MastDraft", "ground", Names(stock.grounds.iter().map(|g| g.id.clone()).collect())),
        ("MastDraft", "deep_m", Number(mast::DEEP_M)),
        ("MastDraft", "pull_n", Number(mast::PULL_N)),
        ("MastDraft", "beaufort", Number(mast::BEAUFORT)),
        ("MastSize", "high_m", Number(mast::HIGH_M)),
        ("MastSize", "thick_mm", Number(mast::THICK_MM)),
        ("MastSize", "top_mm", Number(mast::THICK_MM)),
        ("MastSize", "wall_mm", Number(mast::WALL_MM)),
        ("CourseInput", "name", Words([1, NAME_LONG])),
        ("CourseInput", "first_at", Written(courses::FIRST_AT.to_owned())),
        ("CourseInput", "every_days", Number(courses::EVERY_DAYS.map(|d| d as f64))),
        ("CourseInput", "standards", By(taught())),
        ("CourseDraft", "wanted", NamesOf(60, taught())),
        ("CourseDraft", "knows", NamesOf(100, knots())),
        ("Roster", "lines", Words([1, 20_000])),
        ("TryLines", "lines", Words([1, 1_000_000])),
        ("StandardLines", "lines", Words([1, 20_000])),
        ("KitLines", "lines", Words([1, 1_000_000])),
        ("LearnerInput", "name", Words([1, NAME_LONG])),
        ("LearnerInput", "note", Words([0, NOTE_LONG])),
        ("TryInput", "knot", Names(taught())),
        ("Practised", "knot", Names(taught())),
        ("Doing", "knot", Names(taught())),
        ("RigInput", "draft", OneOfThese(drafts())),
        ("TypedNumber", "draft", OneOfThese(drafts())),
        ("DraggedThing", "draft", OneOfThese(drafts())),
        ("ListChange", "draft", OneOfThese(drafts())),
        ("KeptRig", "draft", OneOfThese(drafts())),
        ("DraggedThing", "from", Numbers(2, [-1e6, 1e6])),
        ("DraggedThing", "to", Numbers(2, [-1e6, 1e6])),
    ]
}

/// Drafts of every kind of rig: the schema of kind `shelter` is called `ShelterDraft`.
fn drafts() -> Vec<String> {
    let called = |kind: &str| {
        let words = kind.split('-').map(|w| w[..1].to_uppercase() + &w[1..]);
        words.collect::<String>() + "Draft"
    };
    PLANNERS.iter().map(|p| called(p.kind)).collect()
}

/// What XML may not hold, and so no text here (see `extract`).
const NONE: &str = "\\u0000-\\u0008\\u000b\\u000c\\u000e-\\u001f\\ufffe\\uffff";
/// A character of a text.
const CHARACTERS: &str = "[^\\u0000-\\u0008\\u000b\\u000c\\u000e-\\u001f\\ufffe\\uffff]";

/// Puts every bound into the document.
///
/// # Panics
/// When a field of the list is not in the document: the list is out of date, and every test that starts a server says so.
pub fn told(document: &mut OpenApi) {
    let schemas = &mut document.components.get_or_insert_default().schemas;
    for (of, field, bound) in all() {
        let found = match schemas.get_mut(of) {
            Some(RefOr::T(Schema::Object(object))) => object.properties.get_mut(field),
            _ => None,
        };
        match found {
            Some(RefOr::T(schema)) => put(schema, &bound),
            _ => panic!("{of}.{field} has a bound and is not in the document"),
        }
    }
    if let Some(RefOr::T(Schema::OneOf(came))) = schemas.get_mut("Came") {
        came.items.iter_mut().for_each(misstep_short);
    }
    if let Some(RefOr::T(Schema::OneOf(deed))) = schemas.get_mut("Deed") {
        deed.items.iter_mut().for_each(closed);
    }
    schemas.values_mut().for_each(characters_only);
    told_of_queries(document);
}

/// How long the name of a misstep may be.
fn misstep_short(way: &mut RefOr<Schema>) {
    if let RefOr::T(Schema::Object(o)) = way
        && let Some(RefOr::T(misstep)) = o.properties.get_mut("wrong")
    {
        put(misstep, &Bound::Words([0, LONGEST_MISSTEP]));
    }
}

/// Every text that is not told more closely: of characters that can be printed.
fn characters_only(schema: &mut RefOr<Schema>) {
    let RefOr::T(schema) = schema else { return };
    match schema {
        Schema::Object(o) => {
            let text = match &o.schema_type {
                SchemaType::Type(one) => *one == Type::String,
                SchemaType::Array(any) => any.contains(&Type::String),
                SchemaType::AnyValue => false,
            };
            if text && o.pattern.is_none() && o.enum_values.is_none() && o.format.is_none() {
                o.pattern = Some(format!("^{CHARACTERS}*$"));
            }
            o.properties.values_mut().for_each(characters_only);
            if let Some(AdditionalProperties::RefOr(of_each)) = o.additional_properties.as_deref_mut() {
                characters_only(of_each);
                let key = Object::with_type(Type::String);
                let mut key = o.property_names.take().map_or(Schema::Object(key), |k| *k).into();
                characters_only(&mut key);
                if let RefOr::T(key) = key {
                    o.property_names = Some(Box::new(key));
                }
            }
        }
        Schema::Array(a) => {
            if let ArrayItems::RefOrSchema(one) = &mut a.items {
                characters_only(one);
            }
        }
        Schema::OneOf(OneOf { items, .. }) => {
            items.iter_mut().for_each(characters_only);
            items.iter_mut().for_each(one_named);
        }
        _ => {}
    }
}

/// A variant told as an object with one name has no other names beside it, nor within it.
fn one_named(item: &mut RefOr<Schema>) {
    if let RefOr::T(Schema::Object(o)) = item
        && o.properties.len() == 1
    {
        if let Some(inner) = o.properties.values_mut().next() {
            closed(inner);
        }
        closed(item);
    }
}

/// No names beside those it is told with.
fn closed(schema: &mut RefOr<Schema>) {
    if let RefOr::T(Schema::Object(o)) = schema
        && o.additional_properties.is_none()
        && !o.properties.is_empty()
    {
        o.additional_properties = Some(Box::new(AdditionalProperties::FreeForm(false)));
    }
}

/// Names that stand in an address's query.
fn told_of_queries(document: &mut OpenApi) {
    let surfaces = object::surfaces().iter().map(|s| s.id.as_str()).collect::<Vec<_>>().join("|");
    let named = document.components.as_ref().and_then(|c| c.schemas.get("Mend"));
    let mends = match named {
        Some(RefOr::T(Schema::Object(o))) => {
            o.enum_values.iter().flatten().filter_map(|v| v.as_str()).collect::<Vec<_>>()
        }
        _ => Vec::new(),
    }
    .join("|");
    let cords = cord::cords().iter().map(|c| c.id.as_str()).collect::<Vec<_>>().join("|");
    let patterns = [
        ("", "surface", format!("^({surfaces})$")),
        ("", "mends", format!("^(({mends})(,({mends}))*)?$")),
        ("/cutting", "kind", format!("^({cords})$")),
        ("/cutting", "second", format!("^({cords})$")),
        ("", "bag", format!("^{CHARACTERS}*$")),
        ("", "colour", format!("^{CHARACTERS}*$")),
        ("", "second_colour", format!("^{CHARACTERS}*$")),
    ];
    let all = document.paths.paths.iter_mut().filter_map(|(path, item)| Some((path, item.get.as_mut()?)));
    let parameters = all.flat_map(|(path, o)| o.parameters.iter_mut().flatten().map(move |p| (path, p)));
    for (path, parameter) in parameters {
        let RefOr::T(parameter) = parameter else { continue };
        let asked = |(within, name, _): &&(&str, &str, String)| path.contains(within) && parameter.name == *name;
        let pattern = patterns.iter().find(asked).map(|(_, _, p)| p);
        if let (Some(pattern), Some(RefOr::T(Schema::Object(o)))) = (pattern, parameter.schema.as_mut()) {
            o.pattern = Some(pattern.clone());
        }
    }
}

fn put(schema: &mut Schema, bound: &Bound) {
    match (schema, bound) {
        (Schema::OneOf(OneOf { items, .. }), bound) => {
            for item in items {
                if let RefOr::T(one) = item {
                    put(one, bound);
                }
            }
        }
        (Schema::Object(o), Bound::Number([least, most])) => {
            (o.minimum, o.maximum) = (Some(number(*least)), Some(number(*most)));
        }
        (Schema::Object(o), Bound::Words([least, most])) => {
            (o.min_length, o.max_length) = (Some(*least), Some(*most));
            // Not blank where there must be some, a space of no width neither; nothing anywhere that is no character.
            let some = if *least > 0 { format!("{CHARACTERS}*[^{NONE}\\s\\ufeff]") } else { String::new() };
            o.pattern = Some(format!("^{some}{CHARACTERS}*$"));
        }
        (Schema::Object(o), Bound::Names(names)) => one_of(o, names),
        (Schema::Object(o), Bound::By(names)) => {
            let mut key = Object::with_type(Type::String);
            one_of(&mut key, names);
            o.property_names = Some(Box::new(key.into()));
        }
        (Schema::Object(o), Bound::Written(pattern)) => o.pattern = Some(pattern.clone()),
        (schema, Bound::OneOfThese(names)) => {
            let items = names.iter().map(|n| Ref::from_schema_name(n).into()).collect();
            *schema = Schema::OneOf(OneOf { items, ..OneOf::new() });
        }
        (Schema::Array(a), Bound::Items([least, most])) => (a.min_items, a.max_items) = (Some(*least), Some(*most)),
        (Schema::Array(a), Bound::Numbers(n, [least, most])) => {
            (a.min_items, a.max_items) = (Some(*n), Some(*n));
            if let Some(o) = item(a) {
                (o.minimum, o.maximum) = (Some(number(*least)), Some(number(*most)));
            }
        }
        (Schema::Array(a), Bound::NamesOf(most, names)) => {
            a.max_items = Some(*most);
            if let Some(o) = item(a) {
                one_of(o, names);
            }
        }
        _ => panic!("a bound of another kind than its field"),
    }
}

/// As a pattern, so that clients still take any words from their lists.
fn one_of(o: &mut Object, names: &[String]) {
    o.pattern = Some(format!("^({})$", names.join("|")));
}

fn item(a: &mut Array) -> Option<&mut Object> {
    match &mut a.items {
        ArrayItems::RefOrSchema(one) => match one.as_mut() {
            RefOr::T(Schema::Object(o)) => Some(o),
            _ => None,
        },
        ArrayItems::False => None,
    }
}

/// Whole where it is whole.
fn number(x: f64) -> utoipa::Number {
    if x.fract() == 0.0 { utoipa::Number::Int(x as isize) } else { utoipa::Number::Float(x) }
}
