//! Poles lashed together, to scale: from one side, from above, and turned.

use super::scale::{dimension, rope_line, text};
use super::{Anchor, Item, Scene};
use crate::knot::spline::{P2, P3};

/// A pole from end to end, metres, `z` up.
#[derive(Debug, Clone, PartialEq)]
pub struct PoleLooks {
    /// One end.
    pub from: P3,
    /// The other.
    pub to: P3,
}

/// What is built.
#[derive(Debug, Clone, Default)]
pub struct PolesLooks {
    /// Width in pixels.
    pub width: f64,
    /// Thickness of the poles.
    pub thick_m: f64,
    /// Poles.
    pub poles: Vec<PoleLooks>,
    /// Thin poles laid on as a top, half as thick.
    pub top: Vec<PoleLooks>,
    /// Where they are lashed.
    pub lashed: Vec<P3>,
    /// Feet.
    pub feet: Vec<P3>,
    /// Lines from foot to foot.
    pub lines: Vec<[P3; 2]>,
    /// Such a line is wanted.
    pub line_wanted: bool,
    /// Where it bears.
    pub loads: Vec<P3>,
    /// The load hangs; else it lies on.
    pub hung: bool,
    /// The load's weight and mass in words.
    pub load: [String; 2],
    /// Push along a leg.
    pub leg: Option<String>,
    /// Push of a foot outward.
    pub outward: Option<String>,
    /// Pull in a line between feet.
    pub line: Option<String>,
    /// Height of its top, and feet apart, in words.
    pub high: [String; 2],
    /// Height of its top.
    pub high_m: f64,
}

/// Two views beside each other, the second under its heading.
pub fn beside(first: Scene, heading: &str, second: Scene) -> Scene {
    let height = first.height.max(second.height);
    let frame = |at: [f64; 4], items| Item::Framed { at, items };
    let right = second.items.into_iter().map(|i| i.moved([first.width, height - second.height])).collect();
    let items = vec![
        frame([0.0, height - first.height, first.width, first.height], first.items),
        frame([first.width, height - second.height, second.width, second.height], right),
        Item::line("oe thin", vec![[first.width, 0.0], [first.width, height]]),
        text("lab halo", [first.width + 14.0, 24.0], Anchor::Start, heading),
    ];
    Scene { width: first.width + second.width, height, items, alt: format!("{} {}", first.alt, second.alt) }
}

/// Room at the sides and at the top, pixels.
const EDGE: P2 = [120.0, 44.0];
/// Height of a side view, pixels.
const HIGH: f64 = 430.0;
/// Height of the ground, pixels.
const GROUND: f64 = 62.0;
/// Height of the view from above, pixels.
const ABOVE: f64 = 260.0;

impl PolesLooks {
    fn span(&self, axis: usize) -> P2 {
        let all = self.poles.iter().flat_map(|p| [p.from[axis], p.to[axis]]);
        all.fold([f64::MAX, f64::MIN], |s, x| [s[0].min(x), s[1].max(x)])
    }
}

/// From the side: `across` is what runs across the page and what runs up it.
pub fn poles_front(looks: &PolesLooks, across: [usize; 2]) -> Scene {
    let (wide, tall) = (looks.span(across[0]), looks.span(across[1]));
    let ground = HIGH - GROUND;
    let scale = ((looks.width - 2.0 * EDGE[0]) / (wide[1] - wide[0]).max(0.4))
        .min((ground - EDGE[1]) / tall[1].max(0.4))
        .max(8.0);
    let middle = f64::midpoint(wide[0], wide[1]);
    let at = |p: &P3| [looks.width / 2.0 + (p[across[0]] - middle) * scale, ground - p[across[1]] * scale];
    let soil = vec![[0.0, ground], [looks.width, ground], [looks.width, HIGH], [0.0, HIGH]];
    let mut items = vec![Item::Fill { class: "soil", points: soil }];
    items.extend(body(looks, &at, scale));
    items.extend(load(looks, &at, scale));
    let feet: Vec<P2> = looks.feet.iter().map(&at).collect();
    let (left, right) = ends(&feet);
    let front = across[0] == 0;
    if let (Some(outward), true) = (&looks.outward, front) {
        for (foot, way) in [(left, -1.0), (right, 1.0)] {
            items.extend(arrow([foot[0] + way * 10.0, foot[1] + 16.0], way));
            items.push(text("lab halo", [foot[0] + way * 30.0, foot[1] + 48.0], Anchor::Middle, outward));
        }
    }
    if let (Some(line), true) = (&looks.line, front) {
        let mid = [f64::midpoint(left[0], right[0]), left[1] - 18.0];
        items.push(text("dimt halo", mid, Anchor::Middle, &format!("{line} in the line")));
    }
    if let (Some(leg), true) = (&looks.leg, front) {
        let x = (right[0] + 14.0).min(looks.width - 150.0);
        items.push(text("lab halo", [x, ground - 0.5 * looks.high_m * scale], Anchor::Start, leg));
    }
    let x = (left[0] - 40.0).max(24.0);
    let top = ground - looks.high_m * scale;
    if !looks.feet.is_empty() && front {
        let words_at = [x - 8.0, f64::midpoint(top, ground)];
        items.extend(dimension([x, ground], [x, top], words_at, Anchor::End, &looks.high[0]));
    }
    let alt = format!("{}, to scale, {} high.", if front { "From the front" } else { "From the side" }, looks.high[0]);
    Scene { width: looks.width, height: HIGH, items, alt }
}

/// From above, with the feet and the line between them.
pub fn poles_above(looks: &PolesLooks) -> Scene {
    let (wide, deep) = (looks.span(0), looks.span(1));
    let scale = ((looks.width - 2.0 * EDGE[1]) / (wide[1] - wide[0]).max(0.4))
        .min((ABOVE - 2.0 * EDGE[1]) / (deep[1] - deep[0]).max(0.4))
        .max(8.0);
    let middle = [f64::midpoint(wide[0], wide[1]), f64::midpoint(deep[0], deep[1])];
    let at = |p: &P3| [looks.width / 2.0 + (p[0] - middle[0]) * scale, ABOVE / 2.0 - (p[1] - middle[1]) * scale];
    let mut items = Vec::new();
    let between: Vec<[P3; 2]> = if looks.line_wanted { around(&looks.feet) } else { Vec::new() };
    for [a, b] in &between {
        items.push(Item::Lines { class: "nx", runs: vec![vec![at(a), at(b)]], width: None, dash: None });
    }
    items.extend(body(looks, &at, scale));
    let foot =
        looks.feet.iter().map(&at).max_by(|a, b| a[1].total_cmp(&b[1])).unwrap_or([looks.width / 2.0, ABOVE / 2.0]);
    let words = format!("feet {} apart", looks.high[1]);
    items.push(text("dimt halo", [looks.width / 2.0, (foot[1] + 30.0).min(ABOVE - 8.0)], Anchor::Middle, &words));
    let alt = format!("From above, to scale: {words}.");
    Scene { width: looks.width, height: ABOVE, items, alt }
}

/// Turned about its own height, so that no leg of a tripod stands behind another, and looked at from a little above: radians.
const TURNED: [f64; 2] = [0.9, 0.3];

/// Turned, in space: what is nearer is painted last.
pub fn poles_turned(looks: &PolesLooks) -> Scene {
    let [(sin, cos), (rise, run)] = TURNED.map(f64::sin_cos);
    let deep = |p: &P3| p[0] * sin + p[1] * cos;
    let flat = |p: &P3| [p[0] * cos - p[1] * sin, p[2] * run + deep(p) * rise];
    let ends = looks.poles.iter().chain(&looks.top).flat_map(|p| [p.from, p.to]);
    let all: Vec<P2> = ends.chain(looks.feet.iter().copied()).map(|p| flat(&p)).collect();
    let span = |k: usize| all.iter().fold([f64::MAX, f64::MIN], |s, p| [s[0].min(p[k]), s[1].max(p[k])]);
    let (wide, tall) = (span(0), span(1));
    let size = [wide, tall].map(|[a, b]| (b - a).max(0.4));
    let scale = ((looks.width - 2.0 * EDGE[1]) / size[0]).min((HIGH - 2.0 * EDGE[1]) / size[1]).max(8.0);
    let at = |p: &P3| {
        let [x, y] = flat(p);
        [looks.width / 2.0 + (x - f64::midpoint(wide[0], wide[1])) * scale, HIGH - EDGE[1] - (y - tall[0]) * scale]
    };
    let mut looks = looks.clone();
    let middle = |p: &PoleLooks| deep(&p.from) + deep(&p.to);
    looks.poles.sort_by(|a, b| middle(b).total_cmp(&middle(a)));
    let mut items = Vec::new();
    if looks.feet.len() > 2 {
        items.push(Item::Fill { class: "soil", points: footprint(&looks.feet, &at) });
    }
    items.extend(body(&looks, &at, scale));
    Scene { width: looks.width, height: HIGH, items, alt: "Turned, to scale, seen from a little above.".into() }
}

/// What lies between the feet, in a ring about their middle.
fn footprint(feet: &[P3], at: &dyn Fn(&P3) -> P2) -> Vec<P2> {
    let n = feet.len() as f64;
    let middle = [0, 1].map(|k| feet.iter().map(|f| f[k]).sum::<f64>() / n);
    let mut ring = feet.to_vec();
    let way = |f: &P3| (f[1] - middle[1]).atan2(f[0] - middle[0]);
    ring.sort_by(|a, b| way(a).total_cmp(&way(b)));
    ring.iter().map(at).collect()
}

/// Feet in a ring, or in pairs.
fn around(feet: &[P3]) -> Vec<[P3; 2]> {
    match feet {
        [a, b, c] => vec![[*a, *b], [*b, *c], [*c, *a]],
        _ => feet.chunks(2).filter(|c| c.len() == 2).map(|c| [c[0], c[1]]).collect(),
    }
}

fn ends(feet: &[P2]) -> (P2, P2) {
    let by = |a: &&P2, b: &&P2| a[0].total_cmp(&b[0]);
    let left = feet.iter().min_by(by).copied().unwrap_or_default();
    (left, feet.iter().max_by(by).copied().unwrap_or_default())
}

/// Lines, poles and the lashings on them.
fn body(looks: &PolesLooks, at: &dyn Fn(&P3) -> P2, scale: f64) -> Vec<Item> {
    let thick = (looks.thick_m * scale).clamp(7.0, 34.0);
    let mut items = Vec::new();
    for [a, b] in &looks.lines {
        items.extend(rope_line("ra", at(a), at(b), 5.0));
    }
    for pole in &looks.poles {
        items.extend(bar(at(&pole.from), at(&pole.to), thick));
    }
    for p in &looks.lashed {
        items.extend(turns(at(p), thick));
    }
    for pole in &looks.top {
        let (a, b) = (at(&pole.from), at(&pole.to));
        if (b[0] - a[0]).hypot(b[1] - a[1]) < 2.0 {
            items.push(Item::Circle { class: "ob wood", at: a, r: thick / 4.0 });
            items.push(Item::Circle { class: "oe hollow", at: a, r: thick / 4.0 });
        } else {
            items.extend(bar(a, b, thick / 2.0));
        }
    }
    items
}

/// A pole: its body, two edges and a line of grain.
fn bar(a: P2, b: P2, thick: f64) -> Vec<Item> {
    let long = (b[0] - a[0]).hypot(b[1] - a[1]);
    if long < 1.0 {
        return vec![
            Item::Circle { class: "ob bark", at: a, r: thick / 2.0 },
            Item::Circle { class: "oe hollowed", at: a, r: thick / 2.0 },
        ];
    }
    let n = [-(b[1] - a[1]) / long * thick / 2.0, (b[0] - a[0]) / long * thick / 2.0];
    let off = |p: P2, s: f64| [p[0] + n[0] * s, p[1] + n[1] * s];
    let corners = vec![off(a, 1.0), off(b, 1.0), off(b, -1.0), off(a, -1.0), off(a, 1.0)];
    vec![
        Item::Fill { class: "ob bark", points: corners.clone() },
        Item::line("og", vec![off(a, 0.3), off(b, 0.3)]),
        Item::line("oe", corners),
    ]
}

/// A lashing too small to be read: a bundle of turns.
fn turns(at: P2, thick: f64) -> Vec<Item> {
    let (wide, step) = (thick * 1.15, thick * 0.34);
    let runs = (-2..=2)
        .map(|k| {
            let y = at[1] + f64::from(k) * step;
            vec![[at[0] - wide, y], [at[0] + wide, y]]
        })
        .collect::<Vec<_>>();
    vec![
        Item::Lines { class: "re", runs: runs.clone(), width: Some(step + 2.0), dash: None },
        Item::Lines { class: "ra", runs, width: Some(step), dash: None },
    ]
}

/// What it bears, hung under the top or lying on it.
fn load(looks: &PolesLooks, at: &dyn Fn(&P3) -> P2, scale: f64) -> Vec<Item> {
    let Some(first) = looks.loads.first() else { return Vec::new() };
    let mean: P3 = [0, 1, 2].map(|k| looks.loads.iter().map(|l| l[k]).sum::<f64>() / looks.loads.len() as f64);
    let mut items = Vec::new();
    let top = at(&mean);
    let words_at = if looks.hung {
        let hang = [top[0], top[1] + (0.5 * looks.high_m * scale).max(40.0)];
        items.extend(rope_line("rb", top, hang, 5.0));
        let (w, h) = (46.0, 44.0);
        let edge = vec![
            [hang[0] - w / 2.0, hang[1]],
            [hang[0] + w / 2.0, hang[1]],
            [hang[0] + w / 2.2, hang[1] + h],
            [hang[0] - w / 2.2, hang[1] + h],
            [hang[0] - w / 2.0, hang[1]],
        ];
        items.push(Item::Fill { class: "gear", points: edge.clone() });
        items.push(Item::line("oe", edge));
        [hang[0] + w / 2.0 + 12.0, hang[1] + h / 2.0 + 6.0]
    } else {
        for l in if looks.loads.len() > 1 { &looks.loads[..] } else { std::slice::from_ref(first) } {
            let p = at(l);
            items.extend(down([p[0], p[1] - 34.0]));
        }
        [top[0] + 18.0, top[1] - 52.0]
    };
    items.push(text("lab halo", words_at, Anchor::Start, &format!("{}, {}", looks.load[0], looks.load[1])));
    items
}

fn down([x, y]: P2) -> Vec<Item> {
    vec![
        Item::Lines { class: "oe", runs: vec![vec![[x, y - 14.0], [x, y + 8.0]]], width: Some(7.0), dash: None },
        Item::Fill { class: "pull", points: vec![[x, y + 24.0], [x - 11.0, y + 6.0], [x + 11.0, y + 6.0]] },
    ]
}

fn arrow([x, y]: P2, way: f64) -> Vec<Item> {
    vec![
        Item::Lines { class: "oe", runs: vec![vec![[x, y], [x + way * 26.0, y]]], width: Some(7.0), dash: None },
        Item::Fill {
            class: "pull",
            points: vec![[x + way * 44.0, y], [x + way * 24.0, y - 11.0], [x + way * 24.0, y + 11.0]],
        },
    ]
}
