//! A load as it is said: the deck and its rings, the things on it, the lines over and round them; and the same once it was read.

use super::stock::{Contact, load_stock};
use crate::rig::tighten::Tighten;
use crate::rig::{Faults, FieldAt, Quantity};
use crate::situation::{CordDraft, Fault, UsedCord};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

words!(
    /// What carries the load.
    DeckKind {
        /// Drawn by hand on two wheels.
        HandCart => "hand cart",
        /// Behind a vehicle.
        Trailer => "trailer",
        /// Drawn over the ground.
        Sledge => "sledge",
        /// On the water.
        Boat => "boat",
    }
);

words!(
    /// What the load is moved over.
    Going {
        /// By hand, over stones and roots.
        Path => "over a rough path, by hand",
        /// Behind a vehicle.
        Road => "on the road",
        /// Across open water.
        Water => "across open water",
    }
);

words!(
    /// What a thing of the load is.
    ItemShape {
        /// Six flat sides.
        Box => "box",
        /// A cylinder that stands.
        Upright => "drum, standing",
        /// A cylinder that lies lengthwise.
        Lying => "drum or log, lying lengthwise",
        /// Planks or poles side by side.
        Bundle => "bundle of planks or poles",
        /// A full sack.
        Sack => "sack",
    }
);

words!(
    /// How a line goes.
    PassKind {
        /// Over the top, from one side to the other.
        Over => "over",
        /// Round the front, to rings behind it.
        RoundFront => "round the front of",
        /// Round the back, to rings before it.
        RoundBack => "round the back of",
        /// Through an eye or handle on its top.
        Through => "through the eye of",
    }
);

/// A ring, hook or cleat of the deck.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = DeckRing))]
#[serde(deny_unknown_fields)]
pub struct Ring {
    /// Where: behind the deck's front edge, and to the right of its middle (left is negative), metres.
    pub at_m: [f64; 2],
    /// What it bears, newtons: its mark, or what it was tried with.
    pub bears_n: f64,
}

/// What carries the load.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Deck {
    /// What it is.
    pub kind: DeckKind,
    /// Length, metres.
    pub length_m: f64,
    /// Width, metres.
    pub width_m: f64,
    /// Height of a board across its front, metres; nought where there is none.
    #[serde(default)]
    pub board_m: f64,
    /// What it may carry, kilograms.
    pub bears_kg: f64,
    /// Wet.
    #[serde(default)]
    pub wet: bool,
    /// Where lines are made fast.
    pub rings: Vec<Ring>,
}

/// A thing of the load.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = LoadItem))]
#[serde(deny_unknown_fields)]
pub struct ItemDraft {
    /// What it is called.
    pub name: String,
    /// What it is.
    pub shape: ItemShape,
    /// Length fore and aft, width across, height, metres.
    pub size_m: [f64; 3],
    /// Mass, kilograms.
    pub mass_kg: f64,
    /// Its middle: behind the deck's front edge, and to the right of the deck's middle, metres. What is said later stands on
    /// what is said before where their places meet.
    pub at_m: [f64; 2],
    /// Id of what it stands on.
    pub on: String,
    /// It has edges that cut cord.
    #[serde(default)]
    pub sharp: bool,
    /// Chocked against rolling.
    #[serde(default)]
    pub chocked: bool,
    /// The most it may be pressed with from above before it gives, newtons; any pressure when absent.
    #[serde(default)]
    pub crush_n: Option<f64>,
}

/// A line over or round a thing, from one ring to another, drawn tight at the second.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(as = LoadPass))]
#[serde(deny_unknown_fields)]
pub struct PassDraft {
    /// How it goes.
    pub kind: PassKind,
    /// The thing it is for, counted from 0.
    pub item: usize,
    /// From which ring to which, counted from 0.
    pub rings: [usize; 2],
    /// Padded where it bends over the thing.
    #[serde(default)]
    pub padded: bool,
}

/// A load as it is said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LoadDraft {
    /// What carries it.
    pub deck: Deck,
    /// What it is moved over.
    pub going: Going,
    /// What is on it, in the order it is laid.
    pub items: Vec<ItemDraft>,
    /// The lines, in the order they are laid.
    pub passes: Vec<PassDraft>,
    /// Their cord.
    pub cord: CordDraft,
    /// How they are tightened.
    pub tighten: Tighten,
    /// What one pulls with, newtons.
    pub pull_n: f64,
    /// Knots one took oneself, by joint.
    #[serde(default)]
    pub knots: BTreeMap<String, String>,
}

/// A thing of the load, read.
#[derive(Debug, Clone)]
pub struct Item {
    /// As it was said.
    pub said: ItemDraft,
    /// What it stands on.
    pub contact: &'static Contact,
    /// Height of its underside over the deck, metres.
    pub base_m: f64,
    /// The thing it stands on, where that is not the deck.
    pub stands_on: Option<usize>,
}

/// A load that was read.
#[derive(Debug, Clone)]
pub struct Load {
    /// As it was said.
    pub said: LoadDraft,
    /// The things on it.
    pub items: Vec<Item>,
    /// The cord.
    pub cord: UsedCord,
}

/// Least and most length or width of a deck, metres.
pub const DECK_M: [f64; 2] = [0.3, 15.0];
/// Least and most of a board across the front, metres.
pub const BOARD_M: [f64; 2] = [0.0, 2.0];
/// Least and most that a deck may carry, kilograms.
pub const BEARS_KG: [f64; 2] = [5.0, 20_000.0];
/// Least and most that a ring bears, newtons.
pub const RING_N: [f64; 2] = [50.0, 100_000.0];
/// Least and most of a thing's measures, metres.
pub const ITEM_M: [f64; 2] = [0.02, 12.0];
/// Least and most of a thing's mass, kilograms.
pub const ITEM_KG: [f64; 2] = [0.2, 10_000.0];
/// Least and most that crushes a thing, newtons.
pub const CRUSH_N: [f64; 2] = [10.0, 100_000.0];
/// Least and most a person pulls, newtons.
pub const PULL_N: [f64; 2] = [10.0, 1500.0];
/// Most rings of a deck.
pub const RINGS: usize = 24;
/// Most things of a load.
pub const ITEMS: usize = 12;
/// Most lines of a load.
pub const PASSES: usize = 16;
/// Longest name of a thing, characters.
pub const NAME_LONG: usize = 40;

impl LoadDraft {
    /// Planks and a drum on a hand cart, three lines over them.
    pub fn usual() -> Self {
        let ring = |x: f64, y: f64| Ring { at_m: [x, y], bears_n: 2000.0 };
        let rings = [0.15, 0.55, 1.0, 1.45].into_iter().flat_map(|x| [ring(x, -0.4), ring(x, 0.4)]).collect();
        let item = |name: &str, shape, size_m, mass_kg, at_m, on: &str| ItemDraft {
            name: name.into(),
            shape,
            size_m,
            mass_kg,
            at_m,
            on: on.into(),
            sharp: false,
            chocked: false,
            crush_n: None,
        };
        let over = |item, rings| PassDraft { kind: PassKind::Over, item, rings, padded: false };
        Self {
            deck: Deck {
                kind: DeckKind::HandCart,
                length_m: 1.6,
                width_m: 0.8,
                board_m: 0.15,
                bears_kg: 200.0,
                wet: false,
                rings,
            },
            going: Going::Path,
            items: vec![
                item("planks", ItemShape::Bundle, [2.4, 0.4, 0.1], 58.0, [1.22, 0.0], "sawn-on-planks"),
                item("drum", ItemShape::Upright, [0.38, 0.38, 0.6], 45.0, [0.55, 0.0], "steel-on-planks"),
            ],
            passes: vec![over(0, [0, 1]), over(0, [6, 7]), over(1, [2, 3])],
            cord: CordDraft::of("braid-polyester-12"),
            tighten: Tighten::Looped,
            pull_n: 150.0,
            knots: BTreeMap::new(),
        }
    }

    /// Its numbers.
    pub fn fields(&self) -> Vec<FieldAt> {
        let mut all = vec![
            FieldAt::new("/deck/length_m", "Length of the deck", Quantity::Length),
            FieldAt::new("/deck/width_m", "Width of the deck", Quantity::Length),
            FieldAt::new("/deck/board_m", "Height of the board across its front", Quantity::Length).or(0.0),
            FieldAt::new("/deck/bears_kg", "What the deck may carry", Quantity::Mass),
            FieldAt::new("/pull_n", "Your pull", Quantity::Pull),
            FieldAt::diameter("/cord/diameter_mm", "Thickness of the cord", &self.cord),
        ];
        for (i, r) in self.deck.rings.iter().enumerate() {
            let n = i + 1;
            let side = if r.at_m[1] < 0.0 { "left" } else { "right" };
            all.push(FieldAt::new(
                format!("/deck/rings/{i}/at_m/0"),
                format!("Ring {n}, behind the front"),
                Quantity::Length,
            ));
            all.push(FieldAt::new(
                format!("/deck/rings/{i}/at_m/1"),
                format!("Ring {n}, {side} of the middle"),
                Quantity::Length,
            ));
            all.push(FieldAt::new(format!("/deck/rings/{i}/bears_n"), format!("Ring {n} bears"), Quantity::Pull));
        }
        for (i, item) in self.items.iter().enumerate() {
            let name = &item.name;
            for (k, what) in ["length", "width", "height"].iter().enumerate() {
                all.push(FieldAt::new(format!("/items/{i}/size_m/{k}"), format!("{name}, {what}"), Quantity::Length));
            }
            all.push(FieldAt::new(format!("/items/{i}/mass_kg"), format!("{name}, mass"), Quantity::Mass));
            all.push(FieldAt::new(
                format!("/items/{i}/at_m/0"),
                format!("{name}, middle behind the front"),
                Quantity::Length,
            ));
            if item.crush_n.is_some() {
                let says = format!("{name}, bears from above");
                all.push(FieldAt::new(format!("/items/{i}/crush_n"), says, Quantity::Pull));
            }
            all.push(FieldAt::new(
                format!("/items/{i}/at_m/1"),
                format!("{name}, right of the middle"),
                Quantity::Length,
            ));
        }
        all
    }
}

impl Load {
    /// Reads it.
    ///
    /// # Errors
    /// What is out of reason, and what to change.
    pub fn read(d: &LoadDraft) -> Result<Self, Vec<Fault>> {
        let mut faults = Faults::default();
        read_deck(&d.deck, &mut faults);
        faults.within("pull_n", "Your pull", d.pull_n, PULL_N, "N");
        faults.ask("items", d.items.len() <= ITEMS, "A load of 12 things at most: take like ones together.");
        faults.ask("passes", d.passes.len() <= PASSES, "16 lines at most.");
        let contacts: Vec<Option<&'static Contact>> =
            d.items.iter().enumerate().map(|(i, item)| read_item(i, item, &d.deck, &mut faults)).collect();
        for (i, p) in d.passes.iter().enumerate() {
            read_pass(i, p, d, &mut faults);
        }
        faults.knots(d.knots.values());
        let cord = faults.cord("cord", &d.cord);
        let read = cord.zip(contacts.into_iter().collect::<Option<Vec<_>>>());
        let (cord, contacts) = faults.or(read)?;
        Ok(Self { said: d.clone(), items: stacked(&d.items, contacts), cord })
    }

    /// The knot taken by one's own choice at this joint.
    pub fn own_knot(&self, joint: &str) -> Option<&str> {
        self.said.knots.get(joint).map(String::as_str)
    }

    /// The things that stand on this one, and on those.
    pub fn upon(&self, i: usize) -> Vec<usize> {
        let mut all = vec![];
        for (k, item) in self.items.iter().enumerate() {
            if item.stands_on.is_some_and(|on| on == i || all.contains(&on)) {
                all.push(k);
            }
        }
        all
    }
}

fn read_deck(deck: &Deck, faults: &mut Faults) {
    faults.within("deck.length_m", "Length of the deck", deck.length_m, DECK_M, "m");
    faults.within("deck.width_m", "Width of the deck", deck.width_m, DECK_M, "m");
    faults.within("deck.board_m", "Board across the front", deck.board_m, BOARD_M, "m");
    faults.within("deck.bears_kg", "What the deck may carry", deck.bears_kg, BEARS_KG, "kg");
    faults.ask("deck.rings", (2..=RINGS).contains(&deck.rings.len()), "A deck has 2 to 24 rings.");
    for (i, r) in deck.rings.iter().enumerate() {
        let [x, y] = r.at_m;
        let there = (-0.5..=deck.length_m + 0.5).contains(&x) && y.abs() <= deck.width_m / 2.0 + 0.5;
        let n = i + 1;
        faults.ask(&format!("deck.rings.{i}.at_m"), there, &format!("Ring {n} is not at the deck."));
        let rated = r.bears_n.is_finite() && (RING_N[0]..=RING_N[1]).contains(&r.bears_n);
        let says = format!(
            "Ring {n}: say what it bears, 50 to 100000 N. Where it has no mark, try it with a known pull and give that; what \
             nobody knows holds nothing."
        );
        faults.ask(&format!("deck.rings.{i}.bears_n"), rated, &says);
    }
}

fn read_item(i: usize, item: &ItemDraft, deck: &Deck, faults: &mut Faults) -> Option<&'static Contact> {
    let name = item.name.trim();
    let field = |part: &str| format!("items.{i}.{part}");
    let named = (1..=NAME_LONG).contains(&name.chars().count());
    faults.ask(&field("name"), named, "Name each thing in 40 characters.");
    for (m, what) in item.size_m.iter().zip(["Length", "Width", "Height"]) {
        faults.within(&field("size_m"), &format!("{what} of {name}"), *m, ITEM_M, "m");
    }
    faults.within(&field("mass_kg"), &format!("Mass of {name}"), item.mass_kg, ITEM_KG, "kg");
    if let Some(n) = item.crush_n {
        faults.within(&field("crush_n"), &format!("What {name} bears from above"), n, CRUSH_N, "N");
    }
    let [x, y] = item.at_m;
    let on_it = (0.0..=deck.length_m).contains(&x) && y.abs() <= deck.width_m / 2.0;
    faults.ask(&field("at_m"), on_it, &format!("The middle of {name} is not over the deck: it would fall off."));
    let contact = load_stock().contacts.iter().find(|c| c.id == item.on);
    faults.ask(&field("on"), contact.is_some(), &format!("What {name} stands on: take one of the list."));
    contact
}

fn read_pass(i: usize, p: &PassDraft, d: &LoadDraft, faults: &mut Faults) {
    let n = i + 1;
    let there = p.item < d.items.len() && p.rings.iter().all(|r| *r < d.deck.rings.len());
    faults.ask(&format!("passes.{i}"), there, &format!("Line {n} goes to a thing or a ring that is not there."));
    faults.ask(&format!("passes.{i}.rings"), p.rings[0] != p.rings[1], &format!("Line {n} wants two rings."));
}

/// Each thing on what is said before it, where their places meet under its middle; else on the deck.
fn stacked(said: &[ItemDraft], contacts: Vec<&'static Contact>) -> Vec<Item> {
    let mut items: Vec<Item> = Vec::new();
    for (draft, contact) in said.iter().zip(contacts) {
        let below = items.iter().enumerate().filter(|(_, b)| b.said.covers(draft.at_m));
        let top = |b: &Item| b.base_m + b.said.size_m[2];
        let on = below.max_by(|(_, a), (_, b)| top(a).total_cmp(&top(b))).map(|(k, b)| (k, top(b)));
        items.push(Item {
            said: draft.clone(),
            contact,
            base_m: on.map_or(0.0, |(_, m)| m),
            stands_on: on.map(|(k, _)| k),
        });
    }
    items
}

impl ItemDraft {
    /// Its name within a sentence: `the drum`.
    pub fn the(&self) -> String {
        let name = self.name.trim();
        let proper = name.chars().next().is_some_and(char::is_uppercase) || name.starts_with("the ");
        if proper { name.to_owned() } else { format!("the {name}") }
    }

    /// This place lies over it.
    pub fn covers(&self, [x, y]: [f64; 2]) -> bool {
        let [dx, dy] = [x - self.at_m[0], y - self.at_m[1]];
        let [rx, ry] = [self.size_m[0] / 2.0, self.size_m[1] / 2.0];
        match self.shape {
            ItemShape::Upright => (dx / rx).hypot(dy / ry) < 1.0,
            _ => dx.abs() < rx && dy.abs() < ry,
        }
    }
}
