//! Something tethered, to scale: from the side with its line as it hangs, and from above with how far it comes.

use super::scale::{Frame, dimension, name_beside, rope_line, scale_bar, text, trunk, trunk_above};
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// What is tethered, as it is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum TetheredAs {
    /// An animal that stands.
    Animal,
    /// A boat afloat.
    Boat,
    /// A chest.
    Gear,
    /// An animal behind another.
    Led,
}

/// What it is tied to, as it is drawn.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum TiedAs {
    /// A trunk or post.
    Trunk,
    /// A rail on posts.
    Rail,
    /// A ring in a wall.
    Ring,
    /// A stake.
    Stake,
}

/// Something near.
#[derive(Debug, Clone)]
pub struct NearLooks {
    /// Its name.
    pub name: String,
    /// From the tie, metres.
    pub at_m: f64,
    /// Thickness.
    pub thick_m: f64,
    /// The line can wind itself round it.
    pub caught: bool,
}

/// Something tethered.
#[derive(Debug, Clone)]
pub struct TetherLooks {
    /// Width in pixels.
    pub width: f64,
    /// What is tethered.
    pub held: TetheredAs,
    /// To what.
    pub to: TiedAs,
    /// Thickness of that.
    pub to_m: f64,
    /// Height of the tie.
    pub to_high_m: f64,
    /// Height of the eye.
    pub eye_high_m: f64,
    /// From tie to eye along the level.
    pub off_m: f64,
    /// The line.
    pub line_m: f64,
    /// Length of what is tethered.
    pub long_m: f64,
    /// So far the water falls and rises.
    pub water_m: Option<P2>,
    /// How far it comes.
    pub sweep_m: f64,
    /// What stands near.
    pub around: Vec<NearLooks>,
    /// The line, the height of the tie, how far it comes, in words.
    pub words: [String; 3],
}

/// Height of either drawing, pixels.
const HIGH: f64 = 430.0;
/// Room at the sides and above, pixels.
const EDGE: P2 = [124.0, 56.0];
/// Ground under the drawing, pixels.
const GROUND: f64 = 56.0;

/// An animal that stands facing left, in lengths of it and heights of its halter: eye at 0, 1, feet at nothing.
const ANIMAL: &[P2] = &[
    [-0.11, 0.87],
    [-0.08, 0.98],
    [0.02, 1.16],
    [0.03, 1.32],
    [0.07, 1.18],
    [0.16, 1.1],
    [0.3, 1.0],
    [0.5, 0.94],
    [0.72, 0.96],
    [0.86, 0.94],
    [0.94, 0.82],
    [0.97, 0.5],
    [0.93, 0.5],
    [0.9, 0.7],
    [0.88, 0.5],
    [0.9, 0.28],
    [0.88, 0.0],
    [0.81, 0.0],
    [0.81, 0.28],
    [0.75, 0.5],
    [0.6, 0.44],
    [0.42, 0.44],
    [0.38, 0.28],
    [0.38, 0.0],
    [0.31, 0.0],
    [0.3, 0.3],
    [0.25, 0.52],
    [0.2, 0.66],
    [0.13, 0.86],
    [0.04, 0.86],
    [-0.05, 0.8],
];

/// A boat afloat, bow to the left, in lengths and heights of its bow: the water at nothing.
const BOAT: &[P2] = &[[0.0, 1.0], [0.3, 0.8], [0.6, 0.7], [1.0, 0.78], [0.97, -0.2], [0.2, -0.3], [0.06, 0.1]];

/// The line as it hangs: its own length between two places, as a parabola whose sag is found by halving; it lies where it would
/// go below `floor`.
fn hanging(a: P2, b: P2, long: f64, floor: f64) -> Vec<P2> {
    const N: usize = 40;
    let curve = |sag: f64| -> Vec<P2> {
        let at = |i: usize| {
            let t = i as f64 / N as f64;
            [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]) - 4.0 * sag * t * (1.0 - t)]
        };
        (0..=N).map(at).collect()
    };
    let length = |c: &[P2]| c.windows(2).map(|w| (w[1][0] - w[0][0]).hypot(w[1][1] - w[0][1])).sum::<f64>();
    let (mut low, mut high) = (0.0, long);
    for _ in 0..40 {
        let sag = f64::midpoint(low, high);
        if length(&curve(sag)) < long { low = sag } else { high = sag }
    }
    curve(low).into_iter().map(|[x, y]| [x, y.max(floor)]).collect()
}

/// A closed outline with its corners rounded: each cut off twice, a quarter from either end (Chaikin's way).
fn rounded(corners: &[P2]) -> Vec<P2> {
    let mut all = corners.to_vec();
    for _ in 0..2 {
        let cut =
            |w: &[P2]| [0.25, 0.75].map(|t| [w[0][0] + t * (w[1][0] - w[0][0]), w[0][1] + t * (w[1][1] - w[0][1])]);
        all = all.windows(2).flat_map(cut).collect();
        all.extend(all.first().copied());
    }
    all
}

impl TetherLooks {
    /// The body in metres, eye at the place given.
    fn body(&self, eye: P2, high: f64) -> Vec<P2> {
        let of = |shape: &[P2]| {
            let at = |p: &P2| [eye[0] + p[0] * self.long_m, eye[1] + (p[1] - 1.0) * high];
            let all: Vec<P2> = shape.iter().map(at).collect();
            all.iter().chain(all.first()).copied().collect::<Vec<P2>>()
        };
        match self.held {
            TetheredAs::Animal | TetheredAs::Led => rounded(&of(ANIMAL)),
            TetheredAs::Boat => of(BOAT),
            TetheredAs::Gear => of(&[[0.0, 1.15], [1.0, 1.15], [1.0, 0.0], [0.0, 0.0]]),
        }
    }

    fn frame(&self) -> Frame {
        let left = if self.held == TetheredAs::Led { self.long_m * 1.1 } else { 0.0 };
        let [falls, rises] = self.water_m.unwrap_or([0.0, 0.0]);
        let wide = left + self.off_m + self.long_m;
        let top = self.to_high_m.max(self.eye_high_m * 1.35 + rises);
        let deep = falls + if self.water_m.is_some() { 0.4 * self.eye_high_m } else { 0.0 };
        let scale = ((self.width - EDGE[0] - 40.0) / wide).min((HIGH - EDGE[1] - GROUND) / (top + deep)).max(4.0);
        Frame { scale, origin: [EDGE[0] + left * scale, HIGH - GROUND - deep * scale] }
    }
}

/// From the side.
pub fn tether_side(t: &TetherLooks) -> Scene {
    let f = t.frame();
    let at = |p: P2| [f.origin[0] + p[0] * f.scale, f.origin[1] - p[1] * f.scale];
    let (tie, eye) = ([0.0, t.to_high_m], [t.off_m, t.eye_high_m]);
    let mut items = surface(t, &f);
    items.extend(tied_to(t, &f));
    if let Some([falls, rises]) = t.water_m {
        items.extend(tides(t, &at, [-falls, rises]));
    }
    let body: Vec<P2> = t.body(eye, t.eye_high_m).into_iter().map(at).collect();
    items.push(Item::Fill { class: "gear", points: body.clone() });
    items.push(Item::line("oe", body));
    if t.held == TetheredAs::Led {
        let ahead = [-0.96 * t.long_m, t.to_high_m / 0.94];
        let body: Vec<P2> = t.body(ahead, t.to_high_m / 0.94).into_iter().map(at).collect();
        items.push(Item::Fill { class: "gear", points: body.clone() });
        items.push(Item::line("oe", body));
    }
    let floor = if t.water_m.is_some() { f64::MIN } else { 0.02 };
    let line: Vec<P2> = hanging(tie, eye, t.line_m, floor).into_iter().map(at).collect();
    items.push(Item::Lines { class: "re", runs: vec![line.clone()], width: Some(9.0), dash: None });
    items.push(Item::Lines { class: "ra", runs: vec![line.clone()], width: Some(6.0), dash: None });
    items.push(Item::Circle { class: "pull", at: at(eye), r: 6.0 });
    if t.held == TetheredAs::Led {
        items.push(Item::Circle { class: "ring", at: at(tie), r: 11.0 });
        items.push(text("lab halo", [at(tie)[0], at(tie)[1] - 20.0], Anchor::Middle, "weak link"));
    }
    let middle = line[line.len() / 2];
    items.push(text("lab halo", [middle[0], middle[1] + 26.0], Anchor::Middle, &format!("line {}", t.words[0])));
    let beside = match t.to {
        TiedAs::Trunk => (t.to_m * f.scale).clamp(12.0, 70.0),
        TiedAs::Rail => 34.0,
        TiedAs::Ring | TiedAs::Stake => 12.0,
    };
    let x = at([0.0, 0.0])[0] - beside - 22.0;
    if t.held != TetheredAs::Led {
        let words_at = [x - 8.0, f64::midpoint(at(tie)[1], at([0.0, 0.0])[1]) + 6.0];
        items.extend(dimension([x, at([0.0, 0.0])[1]], [x, at(tie)[1]], words_at, Anchor::End, &t.words[1]));
    }
    items.extend(scale_bar(&f, [t.width - f.scale - 60.0, HIGH - 16.0]));
    let alt = format!("From the side, to scale: a line of {}, its tie {} high.", t.words[0], t.words[1]);
    Scene { width: t.width, height: HIGH, items, alt }
}

/// Ground, or water.
fn surface(t: &TetherLooks, f: &Frame) -> Vec<Item> {
    let y = f.origin[1];
    let all = vec![[0.0, y], [t.width, y], [t.width, HIGH], [0.0, HIGH]];
    vec![Item::Fill { class: if t.water_m.is_some() { "sea" } else { "soil" }, points: all }]
}

/// The boat where low and high water put it, and its line there.
fn tides(t: &TetherLooks, at: &dyn Fn(P2) -> P2, levels: P2) -> Vec<Item> {
    let mut items = Vec::new();
    for (level, name) in levels.into_iter().zip(["low water", "high water"]).filter(|(l, _)| l.abs() > 0.05) {
        let eye = [t.off_m, t.eye_high_m + level];
        let y = at([0.0, level])[1];
        let faint = |points| Item::Lines { class: "oe thin", runs: vec![points], width: None, dash: Some((7.0, 6.0)) };
        items.push(faint(vec![[0.0, y], [t.width, y]]));
        items.push(faint(t.body(eye, t.eye_high_m).into_iter().map(at).collect()));
        items.push(faint(hanging([0.0, t.to_high_m], eye, t.line_m, f64::MIN).into_iter().map(at).collect()));
        items.push(text("dimt halo", [t.width - 12.0, y - 6.0], Anchor::End, name));
    }
    items
}

fn tied_to(t: &TetherLooks, f: &Frame) -> Vec<Item> {
    let at = |p: P2| [f.origin[0] + p[0] * f.scale, f.origin[1] - p[1] * f.scale];
    let ground = f.origin[1];
    let thick = (t.to_m * f.scale).clamp(12.0, 70.0);
    let [x, y] = at([0.0, t.to_high_m]);
    match t.to {
        TiedAs::Trunk => trunk(x - thick, thick, [(y - 60.0).max(0.0), ground]),
        TiedAs::Rail => {
            let mut all = trunk(x - 50.0, 16.0, [y - 18.0, ground]);
            all.push(Item::Circle { class: "ob wood", at: [x - 8.0, y], r: thick / 2.0 });
            all.push(Item::Circle { class: "oe hollowed", at: [x - 8.0, y], r: thick / 2.0 });
            all
        }
        TiedAs::Stake => {
            let foot = [x - 8.0, ground + 30.0];
            vec![
                Item::Lines {
                    class: "oe",
                    runs: vec![vec![[x - 20.0, y - 16.0], foot]],
                    width: Some(12.0),
                    dash: None,
                },
                Item::Lines { class: "og", runs: vec![vec![[x - 20.0, y - 16.0], foot]], width: Some(5.0), dash: None },
            ]
        }
        TiedAs::Ring if t.held == TetheredAs::Led => Vec::new(),
        TiedAs::Ring => {
            let wall = [[0.0, y - 40.0], [x - 16.0, y - 40.0], [x - 16.0, HIGH], [0.0, HIGH]];
            vec![
                Item::Fill { class: "soil", points: wall.to_vec() },
                Item::line("oe", vec![wall[0], wall[1], wall[2]]),
                Item::Circle { class: "oe hollowed", at: [x - 8.0, y + 6.0], r: 9.0 },
            ]
        }
    }
}

/// From above: how far it comes, and what stands within that.
pub fn tether_above(t: &TetherLooks) -> Scene {
    let around = t.around.iter().map(|n| n.at_m + n.thick_m / 2.0);
    let far = around.fold(t.sweep_m.max(t.off_m + t.long_m), f64::max).max(0.5);
    let scale = (t.width / 2.0 - 26.0).min(HIGH / 2.0 - 60.0) / far;
    let middle = [t.width / 2.0, HIGH / 2.0 + 6.0];
    let r = t.sweep_m * scale;
    let mut items = vec![
        Item::Circle { class: if t.water_m.is_some() { "sea" } else { "soil" }, at: middle, r },
        Item::Circle { class: "dim hollowed", at: middle, r },
    ];
    let size = (t.to_m / 2.0 * scale).clamp(6.0, 30.0);
    items.extend(trunk_above(middle, size, true));
    let step = std::f64::consts::TAU / t.around.len().max(1) as f64;
    for (i, near) in t.around.iter().enumerate() {
        let way = -2.2 + step * i as f64;
        let at = [middle[0] + near.at_m * scale * way.cos(), middle[1] + near.at_m * scale * way.sin()];
        let r = (near.thick_m / 2.0 * scale).clamp(7.0, 60.0);
        items.extend(trunk_above(at, r, !near.caught));
        let name = name_beside(at, r, &near.name, &items, [t.width, HIGH]);
        items.push(name);
    }
    let eye = [middle[0] + t.off_m * scale, middle[1]];
    items.extend(seen_from_above(t, eye, scale));
    items.extend(rope_line("ra", [middle[0] + size, middle[1]], [eye[0].max(middle[0] + size), eye[1]], 5.0));
    let words = format!("comes {}", t.words[2]);
    items.push(text("dimt halo", [middle[0], (middle[1] + r + 24.0).min(HIGH - 8.0)], Anchor::Middle, &words));
    Scene { width: t.width, height: HIGH, items, alt: format!("From above, to scale: it {words} from its tie.") }
}

/// What is tethered, from above, its eye to the left.
fn seen_from_above(t: &TetherLooks, [x, y]: P2, scale: f64) -> Vec<Item> {
    let (long, half) = (t.long_m * scale, 0.17 * t.long_m * scale);
    let outline: &[P2] = match t.held {
        TetheredAs::Gear => &[[0.0, 1.0], [1.0, 1.0], [1.0, -1.0], [0.0, -1.0], [0.0, 1.0]],
        TetheredAs::Boat => {
            &[[0.0, 0.0], [0.18, 0.7], [0.5, 1.0], [1.0, 0.8], [1.0, -0.8], [0.5, -1.0], [0.18, -0.7], [0.0, 0.0]]
        }
        TetheredAs::Animal | TetheredAs::Led => &[
            [-0.08, 0.0],
            [0.0, 0.4],
            [0.3, 0.4],
            [0.45, 1.0],
            [0.95, 1.0],
            [0.95, -1.0],
            [0.45, -1.0],
            [0.3, -0.4],
            [0.0, -0.4],
            [-0.08, 0.0],
        ],
    };
    let at = |p: &P2| [x + p[0] * long, y + p[1] * half];
    let points: Vec<P2> = outline.iter().map(at).collect();
    let points = if t.held == TetheredAs::Animal { rounded(&points) } else { points };
    vec![Item::Fill { class: "gear", points: points.clone() }, Item::line("oe", points)]
}
