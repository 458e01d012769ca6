//! What each thing of the load could still do, which way, and up to how many g it is kept from it.
//!
//! A thing is kept from sliding by friction under its own weight and the lines' press, and by what lies across its way: the
//! board in front, a line round it, a line through its eye. Lines over the top count with the pull that was set, lines across
//! the way with what they may bear, for they take up what pushes them.

use super::draft::{DeckKind, Going, Item, ItemShape, Load, PassKind};
use super::pass::{Laid, Press, V3};
use crate::rig::tighten::working_n;
use crate::units::Band;
use crate::units::G;
use serde::{Deserialize, Serialize};

words!(
    /// What a thing may do.
    Movement {
        /// Slide or shoot forward.
        Forward => "sliding forward",
        /// Slide off behind.
        Rearward => "sliding back",
        /// Slide to a side.
        Sideways => "sliding sideways",
        /// Turn about one end, the other going aside.
        Swing => "swinging round",
        /// Tip over.
        Tip => "tipping over",
        /// Roll.
        Roll => "rolling",
        /// Leave the deck upward.
        Bounce => "bouncing",
    }
);

/// How far a thing is kept from one movement.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Hold {
    /// The thing, counted from 0.
    pub item: usize,
    /// The movement.
    pub movement: Movement,
    /// What is asked, g: shares of its own weight.
    pub asked_g: f64,
    /// Up to how many g it is kept, an estimate.
    pub held_g: Band,
    /// What it leans on, where that keeps it whatever the lines do.
    pub blocked: Option<String>,
    /// In a sentence.
    pub says: String,
}

impl Hold {
    /// It is kept as far as is asked, at the lower end of the band.
    pub fn kept(&self) -> bool {
        self.ratio() >= 1.0
    }

    /// How much of what is asked it is kept to, at the lower end.
    pub fn ratio(&self) -> f64 {
        if self.blocked.is_some() { f64::INFINITY } else { self.held_g.low / self.asked_g }
    }
}

impl Movement {
    /// What is asked on this way of going, g. On land both schools of rules say the same; afloat it is the roll that counts.
    pub const fn asked_g(self, going: Going) -> f64 {
        match (self, going) {
            (Self::Forward, Going::Water) | (Self::Rearward, Going::Water) => 0.4,
            (Self::Forward, _) | (Self::Sideways | Self::Swing | Self::Tip | Self::Roll, Going::Water) => 0.8,
            (Self::Rearward | Self::Sideways | Self::Swing | Self::Tip | Self::Roll, _) => 0.5,
            (Self::Bounce, _) => 0.2,
        }
    }
}

/// A thing whose front is so near to the board leans on it, metres.
const AT_THE_BOARD_M: f64 = 0.1;
/// A board so high at least stops what stands on the deck, metres (common practice).
const BOARD_STOPS_M: f64 = 0.04;
/// A chock so high against a thing that lies and rolls, as a share of its radius (common practice: a third).
const CHOCK: f64 = 1.0 / 3.0;

/// What is so many times longer than wide swings about its end before it slides aside as one (common practice: a plank, a ladder).
const SWINGS_FROM: f64 = 2.0;
/// About a place nearer to its middle than this share of its length it does not swing: it turns on the spot.
const ON_THE_SPOT: f64 = 0.1;

/// Everything the lines do to the load, least and most.
#[derive(Debug, Clone)]
pub struct Pressed {
    /// As each line lies.
    pub laid: Vec<Laid>,
    /// The pull in each stretch of each, least and most.
    pub pulls: Vec<[Vec<f64>; 2]>,
}

/// One end of the band.
struct Way<'a> {
    load: &'a Load,
    pressed: &'a Pressed,
    /// 0 the lower, 1 the upper.
    end: usize,
}

impl Pressed {
    /// All presses at one end of the band, by line.
    fn presses(&self, end: usize) -> impl Iterator<Item = (usize, Press)> + '_ {
        let of = move |(n, laid): (usize, &Laid)| laid.presses(&self.pulls[n][end]).into_iter().map(move |p| (n, p));
        self.laid.iter().enumerate().flat_map(of)
    }
}

/// How far everything is kept, thing by thing.
pub fn holds(load: &Load, pressed: &Pressed) -> Vec<Hold> {
    (0..load.items.len()).flat_map(|i| of_item(load, pressed, i)).collect()
}

fn of_item(load: &Load, pressed: &Pressed, i: usize) -> Vec<Hold> {
    use Movement::{Bounce, Forward, Rearward, Roll, Sideways, Swing, Tip};
    let ways = [0, 1].map(|end| Way { load, pressed, end });
    let item = &load.items[i];
    let rolls = item.said.shape == ItemShape::Lying;
    let long = item.said.size_m[0] >= SWINGS_FROM * item.said.size_m[1];
    let aside = [Some(if rolls { Roll } else { Sideways }), long.then_some(Swing)];
    let all = [Forward, Rearward].into_iter().chain(aside.into_iter().flatten()).chain([Tip, Bounce]);
    let hold = |movement: Movement| {
        let held = ways.each_ref().map(|w| w.held(i, movement));
        let blocked = (movement == Forward).then(|| board(load, item)).flatten();
        let asked_g = movement.asked_g(load.said.going);
        let held_g = Band::new(held[0], held[1]);
        Hold { item: i, movement, asked_g, held_g, says: said(item, movement, held_g, blocked.as_deref()), blocked }
    };
    all.map(hold).collect()
}

fn said(item: &Item, movement: Movement, held: Band, blocked: Option<&str>) -> String {
    let name = crate::words::capital(&item.said.name);
    match blocked {
        Some(by) => format!("{name}, {}: stopped by {by}.", movement.words()),
        None => format!("{name}, {}: kept up to {:.2} to {:.2} g, est.", movement.words(), held.low, held.high),
    }
}

/// The board it leans on. What stands on another thing wants a board that is higher than that.
fn board(load: &Load, item: &Item) -> Option<String> {
    let deck = &load.said.deck;
    let front = item.said.at_m[0] - item.said.size_m[0] / 2.0;
    let stops = deck.board_m >= item.base_m + BOARD_STOPS_M && front.abs() <= AT_THE_BOARD_M;
    let name = if deck.kind == DeckKind::Boat { "the thwart in front" } else { "the toe board" };
    stops.then(|| name.to_owned())
}

impl Way<'_> {
    fn held(&self, i: usize, movement: Movement) -> f64 {
        match movement {
            Movement::Forward => self.slides(i, [-1.0, 0.0, 0.0]),
            Movement::Rearward => self.slides(i, [1.0, 0.0, 0.0]),
            Movement::Sideways => self.slides(i, [0.0, 1.0, 0.0]).min(self.slides(i, [0.0, -1.0, 0.0])),
            Movement::Swing => self.swings(i),
            Movement::Tip => self.tips(i),
            Movement::Roll => self.rolls(i),
            Movement::Bounce => self.pressed_down(i, false) / (self.mass(i, false) * G),
        }
    }

    /// The thing, and what stands on it where that counts.
    fn these(&self, i: usize, with_upon: bool) -> Vec<usize> {
        let upon = if with_upon { self.load.upon(i) } else { Vec::new() };
        [i].into_iter().chain(upon).collect()
    }

    fn mass(&self, i: usize, with_upon: bool) -> f64 {
        self.these(i, with_upon).into_iter().map(|k| self.load.items[k].said.mass_kg).sum()
    }

    /// What lines press on it with, downward.
    fn pressed_down(&self, i: usize, with_upon: bool) -> f64 {
        let these = self.these(i, with_upon);
        let on = self.pressed.presses(self.end).filter(|(_, p)| these.contains(&p.item));
        on.map(|(_, p)| -p.force_n[2]).sum::<f64>().max(0.0)
    }

    /// What the lines across its way may bear against a movement this way.
    fn across(&self, i: usize, way: V3) -> f64 {
        let these = self.these(i, true);
        let passes = self.load.said.passes.iter().enumerate();
        passes.filter(|(_, p)| these.contains(&p.item)).map(|(n, _)| self.line_across(n, way)).sum()
    }

    /// What one line may bear against a movement this way.
    fn line_across(&self, n: usize, way: V3) -> f64 {
        let pass = &self.load.said.passes[n];
        let stops = match pass.kind {
            PassKind::Over => false,
            PassKind::RoundFront => way[0] < 0.0,
            PassKind::RoundBack => way[0] > 0.0,
            PassKind::Through => true,
        };
        if !stops {
            return 0.0;
        }
        let bears = |(leg, ring): (V3, usize)| {
            let against = -(leg[0] * way[0] + leg[1] * way[1] + leg[2] * way[2]);
            working_n(&self.load.cord).min(self.load.said.deck.rings[ring].bears_n) * against.max(0.0)
        };
        self.pressed.laid[n].legs().into_iter().zip(pass.rings).map(bears).sum()
    }

    /// g aside at which it swings, about the place where least keeps it: friction under its own weight and under each line, and
    /// what lines through it bear, each by its distance from there, over its mass by that of its middle. An upper bound each, and
    /// so the least of them is taken.
    fn swings(&self, i: usize) -> f64 {
        let item = &self.load.items[i];
        let (long, at) = (item.said.size_m[0], item.said.at_m[0]);
        let ends = [at - long / 2.0, at + long / 2.0];
        let mass = self.mass(i, true);
        let whole = |k: usize| self.load.items[k].said.mass_kg * self.load.items[k].said.at_m[0];
        let middle = self.these(i, true).into_iter().map(whole).sum::<f64>() / mass;
        let friction = item.contact.friction(self.load.said.deck.wet);
        let mu = if self.end == 0 { friction.low } else { friction.high };
        let kept = self.keeps_aside(i, mu);
        let about = |x: f64| {
            let weight = ((x - ends[0]).powi(2) + (ends[1] - x).powi(2)) / (2.0 * long);
            let lines: f64 = kept.iter().map(|[at, n]| n * (at - x).abs()).sum();
            (mu * mass * G * weight + lines) / (mass * G * (middle - x).abs())
        };
        let places = kept.iter().map(|[at, _]| *at).chain(ends);
        let off = |x: &f64| (middle - x).abs() > ON_THE_SPOT * long && (ends[0]..=ends[1]).contains(x);
        places.filter(off).map(about).fold(f64::MAX, f64::min)
    }

    /// Where lines keep it from going aside, and with how much: by friction under their press, or across its way.
    fn keeps_aside(&self, i: usize, mu: f64) -> Vec<[f64; 2]> {
        let these = self.these(i, true);
        let presses = self.pressed.presses(self.end).filter(|(_, p)| these.contains(&p.item));
        let mut all: Vec<[f64; 2]> = presses.map(|(_, p)| [p.at[0], mu * (-p.force_n[2]).max(0.0)]).collect();
        for (n, pass) in self.load.said.passes.iter().enumerate().filter(|(_, p)| these.contains(&p.item)) {
            let bears = self.line_across(n, [0.0, 1.0, 0.0]).min(self.line_across(n, [0.0, -1.0, 0.0]));
            if let (PassKind::Through, Some(bend)) = (pass.kind, self.pressed.laid[n].bends.first()) {
                all.push([bend.at[0], bears]);
            }
        }
        all
    }

    /// g at which it slides: (μ(mg + press) + lines across the way) / mg, with what stands on it.
    fn slides(&self, i: usize, way: V3) -> f64 {
        let weight = self.mass(i, true) * G;
        let mu = self.load.items[i].contact.friction(self.load.said.deck.wet);
        let mu = if self.end == 0 { mu.low } else { mu.high };
        (mu * (weight + self.pressed_down(i, true)) + self.across(i, way)) / weight
    }

    /// g at which it tips, over whichever edge asks most: moments about the edge of its foot.
    fn tips(&self, i: usize) -> f64 {
        let ways = [[-1.0, 0.0], [1.0, 0.0], [0.0, 1.0], [0.0, -1.0]];
        let going = self.load.said.going;
        let asked = |way: [f64; 2]| match way {
            [x, _] if x < 0.0 => Movement::Forward.asked_g(going),
            [x, _] if x > 0.0 => Movement::Rearward.asked_g(going),
            _ => Movement::Sideways.asked_g(going),
        };
        // Brought to one measure: what is asked of tipping.
        let ratio = |way: [f64; 2]| self.tips_over(i, way) / asked(way);
        ways.into_iter().map(ratio).fold(f64::MAX, f64::min) * Movement::Tip.asked_g(going)
    }

    fn tips_over(&self, i: usize, [dx, dy]: [f64; 2]) -> f64 {
        let item = &self.load.items[i];
        let [l, w, h] = item.said.size_m;
        let half = dx.abs() * l / 2.0 + dy.abs() * w / 2.0;
        let edge = [item.said.at_m[0] + dx * half, item.said.at_m[1] + dy * half];
        let weight = item.said.mass_kg * G;
        let mut keeps = weight * half;
        let direct = |kind: PassKind| kind != PassKind::Over;
        for (n, p) in self.pressed.presses(self.end).filter(|(_, p)| p.item == i) {
            let along = (p.at[0] - edge[0]) * dx + (p.at[1] - edge[1]) * dy;
            let push = p.force_n[0] * dx + p.force_n[1] * dy;
            let lever = p.at[2] - item.base_m;
            let moment = -(push * lever - p.force_n[2] * along);
            // A line across the way bears more as it is pushed: never counted against the thing it keeps.
            keeps += if direct(self.load.said.passes[n].kind) { moment.max(0.0) } else { moment };
        }
        let way = [dx, dy, 0.0];
        let round_at = self.height_across(i, way) - item.base_m;
        keeps += self.across(i, way) * round_at.max(0.0);
        (keeps / (weight * h / 2.0)).max(0.0)
    }

    /// Height of the lines across its way.
    fn height_across(&self, i: usize, way: V3) -> f64 {
        let of = |n: usize| self.pressed.laid[n].bends.first().map_or(0.0, |b| b.at[2]);
        let lines = self.load.said.passes.iter().enumerate().filter(|(_, p)| {
            p.item == i
                && (p.kind == PassKind::Through
                    || (p.kind == PassKind::RoundFront) == (way[0] < 0.0) && p.kind != PassKind::Over && way[0] != 0.0)
        });
        lines.map(|(n, _)| of(n)).fold(f64::INFINITY, f64::min).min(self.load.items[i].top_m())
    }

    /// g at which what lies rolls over its chock, or without one under the lines' friction on its back alone: as it rolls its
    /// top moves twice as far as its middle.
    fn rolls(&self, i: usize) -> f64 {
        let item = &self.load.items[i];
        let weight = item.said.mass_kg * G;
        if item.said.chocked {
            let lever = 1.0 - CHOCK;
            let half = (1.0 - lever * lever).sqrt();
            return half / lever * (weight + self.pressed_down(i, false)) / weight;
        }
        let lost: f64 = self
            .pressed
            .laid
            .iter()
            .enumerate()
            .filter(|(_, l)| l.bends.iter().any(|b| b.item == i))
            .map(|(n, _)| {
                let pulls = &self.pressed.pulls[n][self.end];
                (pulls[pulls.len() - 1] - pulls[0]).abs()
            })
            .sum();
        (2.0 * lost + self.across(i, [0.0, 1.0, 0.0]).min(self.across(i, [0.0, -1.0, 0.0]))) / weight
    }
}

/// What the lines across a thing's way may bear against a movement this way, newtons.
pub fn borne_across(load: &Load, pressed: &Pressed, i: usize, way: V3) -> f64 {
    Way { load, pressed, end: 0 }.across(i, way)
}
