//! A shelter to scale: from the side, and from above.

use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// What is drawn; metres, `x` along the ridge from the near anchor's face, `y` across it, `z` up.
#[derive(Debug, Clone)]
pub struct ShelterLooks {
    /// Width and height in pixels.
    pub size: P2,
    /// Clear distance of the anchors.
    pub span_m: f64,
    /// The two anchors: name, thickness.
    pub anchors: [(String, f64); 2],
    /// Other things that stand there: name, thickness, where; sound.
    pub others: Vec<(String, f64, P2, bool)>,
    /// The far anchor holds a line.
    pub both: bool,
    /// Height of the straight line at the near and at the far anchor's face; where only the near one holds a line, of its tie
    /// there and of the peak.
    pub line: [f64; 2],
    /// How far it may sag.
    pub sag_m: f64,
    /// The ground rises so much along the ridge, and across it; it is nought in the middle of the span.
    pub rises: P2,
    /// Where the wind blows to, and where north is: along the ridge, and across it.
    pub wind: P2,
    /// North.
    pub north: P2,
    /// The cover's ridge.
    pub ridge: [[f64; 3]; 2],
    /// The cover's outline.
    pub outline: Vec<[f64; 3]>,
    /// Guys, from cover to peg.
    pub guys: Vec<[[f64; 3]; 2]>,
    /// Poles.
    pub poles: Vec<[[f64; 3]; 2]>,
    /// Where one sits, and how tall one sits.
    pub seat: [f64; 3],
    /// Sitting height.
    pub sitting_m: f64,
    /// Height of the cover over the seat.
    pub headroom_m: f64,
    /// Where a drip stop is tied.
    pub drips: Vec<[f64; 3]>,
    /// Words that stand on the drawings.
    pub words: ShelterWords,
}

/// Words on the drawings, in the reader's measures.
#[derive(Debug, Clone, Default)]
pub struct ShelterWords {
    /// Between the anchors.
    pub span: String,
    /// Height of the ridge at its far end, or of the peak.
    pub ridge: String,
    /// Height of the ridge at its near end, where it is another.
    pub ridge_near: Option<String>,
    /// Height of the eaves.
    pub eaves: String,
    /// Over the seat.
    pub headroom: String,
    /// Pull in the ridge.
    pub pull: String,
    /// Across the cover's floor.
    pub across: String,
    /// Along it.
    pub along: String,
    /// A guy and its pull.
    pub guy: String,
    /// The wind.
    pub wind: String,
    /// A caution at the line, where there is one, in two lines.
    pub flag: Option<[String; 2]>,
}

/// Where metres lie on the page: pixels a metre, and the page's place of 0,0.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Frame {
    /// Pixels a metre.
    pub scale: f64,
    /// Page place of the near anchor's face (from above) or of the ground there (from the side).
    pub origin: P2,
}

/// Room for words at both sides.
const SIDE: f64 = 96.0;
/// How far the trunks stand over the ties.
const TOP: f64 = 0.42;
/// How far from a trunk the ridge's height is dimensioned, metres.
pub const BESIDE: f64 = 0.2;

/// The corner of an outline whose height is dimensioned: the lowest, and of those the nearest.
pub fn lowest_eave(outline: &[[f64; 3]]) -> [f64; 3] {
    let order = |a: &&[f64; 3], b: &&[f64; 3]| a[2].total_cmp(&b[2]).then(a[0].total_cmp(&b[0]));
    outline.iter().min_by(order).copied().unwrap_or_default()
}

/// From the side.
pub fn side(l: &ShelterLooks) -> Scene {
    let (left, right) = extent(l);
    let soil = |x: f64| l.soil(x, 0.0);
    // What lies lower than the ground in the middle is drawn too.
    let low = l.guys.iter().map(|g| g[1][2]).chain([soil(left), soil(right)]).fold(0.0, f64::min);
    let tall = l.top() - low;
    let scale = ((l.size[0] - 2.0 * SIDE) / (right - left)).min((l.size[1] - 70.0) / tall);
    // No higher than it needs: the ground lies at its foot.
    let l = &ShelterLooks { size: [l.size[0], l.size[1].min(tall * scale + 70.0)], ..l.clone() };
    let ground = l.size[1] - 30.0 + low * scale;
    let origin = [(l.size[0] - (right + left) * scale) / 2.0, ground];
    let f = Frame { scale, origin };
    let page = |p: [f64; 3]| [f.origin[0] + p[0] * scale, f.origin[1] - p[2] * scale];
    let mut items = vec![Item::Fill {
        class: "soil",
        points: vec![
            [0.0, ground - soil(-origin[0] / scale) * scale],
            [l.size[0], ground - soil((l.size[0] - origin[0]) / scale) * scale],
            [l.size[0], l.size[1]],
            [0.0, l.size[1]],
        ],
    }];
    for (i, (name, thick)) in l.anchors.iter().enumerate() {
        items.extend(trunk(l, &f, i, name, *thick, soil(if i == 0 { 0.0 } else { l.span_m })));
    }
    items.push(Item::Fill { class: "sheet", points: l.outline_seen().into_iter().map(page).collect() });
    items.extend(sitter(l, &page));
    for [foot, top] in &l.poles {
        items.extend(rope_line("rb", page(*foot), page(*top), 7.0));
    }
    items.extend(ridge_line(l, &page));
    items.extend(l.guys.iter().flat_map(|[a, b]| rope_line("rb", page(*a), page(*b), 4.0)));
    items.extend(l.guys.iter().map(|[_, b]| peg(page(*b))));
    items.extend(l.drips.iter().map(|d| drop(page(*d))));
    items.extend(side_words(l, &f, &page));
    scene(l, items, "The shelter from the side, to scale")
}

/// From above, and where metres lie on it.
pub fn above(l: &ShelterLooks) -> (Scene, Frame) {
    let (left, right) = extent(l);
    let across = l.guys.iter().map(|g| g[1][1].abs()).chain(l.outline.iter().map(|p| p[1].abs())).fold(0.8, f64::max);
    let (mut low, mut high) = (-across, across);
    for (_, _, at, _) in &l.others {
        low = low.min(at[1] - 0.4);
        high = high.max(at[1] + 0.4);
    }
    let xs = l.others.iter().map(|o| o.2[0]);
    let (from, to) = xs.fold((left, right), |(a, b), x| (a.min(x - 0.4), b.max(x + 0.4)));
    let scale = ((l.size[0] - 2.0 * SIDE) / (to - from)).min((l.size[1] - 84.0) / (high - low));
    let origin = [(l.size[0] - (to + from) * scale) / 2.0, l.size[1] / 2.0 - 6.0 - f64::midpoint(low, high) * scale];
    let f = Frame { scale, origin };
    let page = |p: [f64; 3]| [origin[0] + p[0] * scale, origin[1] + p[1] * scale];
    let mut items = vec![Item::Fill { class: "sheet", points: l.outline.iter().map(|p| page(*p)).collect() }];
    let [a, b] = l.ridge.map(page);
    items.push(Item::Lines { class: "oe thin", runs: vec![vec![a, b]], width: None, dash: Some((2.0, 7.0)) });
    items.extend(l.guys.iter().flat_map(|[a, b]| rope_line("rb", page(*a), page(*b), 4.0)));
    items.extend(l.guys.iter().map(|[_, b]| cross(page(*b))));
    let far = if l.both { [l.span_m, 0.0, 0.0] } else { l.ridge[0] };
    items.extend(rope_line("ra", page([0.0, 0.0, 0.0]), page(far), 5.0));
    for (i, (name, thick)) in l.anchors.iter().enumerate() {
        let x = if i == 0 { -thick / 2.0 } else { l.span_m + thick / 2.0 };
        items.extend(trunk_above(page([x, 0.0, 0.0]), thick * scale / 2.0, name, true));
    }
    for (name, thick, at, sound) in &l.others {
        items.extend(trunk_above(page([at[0], at[1], 0.0]), thick * scale / 2.0, name, *sound));
    }
    items.extend(l.drips.iter().map(|d| drop(page(*d))));
    items.extend(above_words(l, &f, &page));
    (scene(l, items, "The shelter from above, to scale"), f)
}

impl ShelterLooks {
    /// Height of the ground at a place.
    fn soil(&self, x: f64, y: f64) -> f64 {
        self.rises[0] * (x - self.span_m / 2.0) + self.rises[1] * y
    }

    /// Height of the straight line at a place along it.
    fn line_at(&self, x: f64) -> f64 {
        self.line[0] + (self.line[1] - self.line[0]) * x / self.span_m
    }

    /// Top of the trunks.
    fn top(&self) -> f64 {
        self.line[0].max(self.line[1]) + self.sag_m + TOP
    }

    /// What is seen of the cover from the side: near edge and ridge, in one outline.
    fn outline_seen(&self) -> Vec<[f64; 3]> {
        let near: Vec<[f64; 3]> = self.outline.iter().copied().filter(|p| p[1] < -1e-9).collect();
        let points = if near.is_empty() { self.outline.clone() } else { near };
        let mut all: Vec<[f64; 3]> = points.into_iter().chain(self.ridge).collect();
        let n = all.len() as f64;
        let (cx, cz) = (all.iter().map(|p| p[0]).sum::<f64>() / n, all.iter().map(|p| p[2]).sum::<f64>() / n);
        all.sort_by(|a, b| (a[2] - cz).atan2(a[0] - cx).total_cmp(&(b[2] - cz).atan2(b[0] - cx)));
        all
    }
}

/// Least and greatest `x` of what belongs to the shelter.
fn extent(l: &ShelterLooks) -> (f64, f64) {
    let far = if l.both { l.span_m + l.anchors[1].1 } else { 0.0 };
    let right = l.guys.iter().map(|g| g[1][0]).fold(far, f64::max);
    (-l.anchors[0].1 - 0.1, right + 0.1)
}

fn scene(l: &ShelterLooks, items: Vec<Item>, what: &str) -> Scene {
    let w = &l.words;
    let alt = format!("{what}: {} between the anchors; ridge {}; {}", w.span, w.ridge, w.pull);
    Scene { width: l.size[0], height: l.size[1], items, alt }
}

fn text(class: &'static str, at: P2, anchor: Anchor, text: &str) -> Item {
    Item::Text { class, at, anchor, text: text.to_owned() }
}

fn trunk(l: &ShelterLooks, f: &Frame, i: usize, name: &str, thick: f64, foot: f64) -> Vec<Item> {
    if i == 1 && !l.both {
        return Vec::new();
    }
    let x = f.origin[0] + if i == 0 { -thick } else { l.span_m } * f.scale;
    let (top, width) = (f.origin[1] - l.top() * f.scale, thick * f.scale);
    let bottom = f.origin[1] - foot * f.scale;
    let edge = |x: f64| Item::line("oe", vec![[x, bottom], [x, top]]);
    let (words_x, anchor) = if i == 0 { (x - 8.0, Anchor::End) } else { (x + width + 8.0, Anchor::Start) };
    vec![
        Item::Rect { class: "ob bark", at: [x, top, width, bottom - top] },
        edge(x),
        edge(x + width),
        text("lab", [words_x, top + 18.0], anchor, name),
    ]
}

fn sitter(l: &ShelterLooks, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    let [x, y, z] = l.seat;
    let h = l.sitting_m;
    let at = |dx: f64, up: f64| page([x + dx * h, y, z + up * h]);
    let r = (at(0.0, 0.0)[1] - at(0.0, 0.125)[1]).abs();
    let body = [(0.0, 0.02), (0.03, 0.35), (0.05, 0.68)].map(|(a, b)| at(a, b)).to_vec();
    let leg = [(0.0, 0.04), (0.42, 0.38), (0.62, 0.02)].map(|(a, b)| at(a, b)).to_vec();
    let arm = [(0.05, 0.62), (0.28, 0.3), (0.44, 0.36)].map(|(a, b)| at(a, b)).to_vec();
    vec![
        Item::Lines { class: "oe", runs: vec![body, leg, arm], width: Some(3.5), dash: None },
        Item::Circle { class: "hollow head-of", at: at(0.06, 0.86), r },
    ]
}

/// A rope in one colour with its dark edge.
fn rope_line(class: &'static str, a: P2, b: P2, width: f64) -> Vec<Item> {
    let line = |class, w| Item::Lines { class, runs: vec![vec![a, b]], width: Some(w), dash: None };
    vec![line("re", width + 3.0), line(class, width)]
}

fn ridge_line(l: &ShelterLooks, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    if !l.both {
        return rope_line("ra", page([0.0, 0.0, l.line[0]]), page(l.ridge[0]), 5.0);
    }
    let sag = |u: f64| 4.0 * l.sag_m * u * (1.0 - u);
    let curve: Vec<P2> = (0..=40)
        .map(|i| f64::from(i) / 40.0)
        .map(|u| page([u * l.span_m, 0.0, l.line_at(u * l.span_m) + l.sag_m - sag(u)]))
        .collect();
    let line = |class, w| Item::Lines { class, runs: vec![curve.clone()], width: Some(w), dash: None };
    vec![line("re", 8.0), line("ra", 5.0)]
}

fn peg(at: P2) -> Item {
    Item::Lines {
        class: "oe",
        runs: vec![vec![[at[0] - 3.0, at[1] - 8.0], [at[0] + 3.0, at[1] + 9.0]]],
        width: Some(4.0),
        dash: None,
    }
}

fn cross(at: P2) -> Item {
    let run = |dx: f64| vec![[at[0] - 6.0, at[1] - dx], [at[0] + 6.0, at[1] + dx]];
    Item::Lines { class: "oe", runs: vec![run(6.0), run(-6.0)], width: Some(4.0), dash: None }
}

/// A drip stop.
fn drop(at: P2) -> Item {
    let [x, y] = at;
    Item::Fill { class: "nxh", points: vec![[x, y + 3.0], [x + 5.0, y + 13.0], [x, y + 18.0], [x - 5.0, y + 13.0]] }
}

fn trunk_above(at: P2, r: f64, name: &str, sound: bool) -> Vec<Item> {
    let r = r.max(6.0);
    let mut items = vec![
        Item::Circle { class: "ob bark", at, r },
        Item::Circle { class: "oe hollowed", at, r },
        Item::Circle { class: "og hollowed", at, r: r * 0.5 },
        text("lab halo", [at[0], at[1] + r + 20.0], Anchor::Middle, name),
    ];
    if !sound {
        let d = r + 4.0;
        let run = |s: f64| vec![[at[0] - d, at[1] - s * d], [at[0] + d, at[1] + s * d]];
        items.push(Item::Lines { class: "bad", runs: vec![run(1.0), run(-1.0)], width: Some(4.0), dash: None });
    }
    items
}

/// A dimension line with its words, level or upright.
fn dimension(a: P2, b: P2, words_at: P2, anchor: Anchor, words: &str) -> Vec<Item> {
    let upright = (a[0] - b[0]).abs() < 1.0;
    let tick = |p: P2| {
        if upright {
            vec![[p[0] - 6.0, p[1]], [p[0] + 6.0, p[1]]]
        } else {
            vec![[p[0], p[1] - 6.0], [p[0], p[1] + 6.0]]
        }
    };
    vec![
        Item::Lines { class: "dim", runs: vec![vec![a, b], tick(a), tick(b)], width: None, dash: None },
        text("dimt halo", words_at, anchor, words),
    ]
}

fn side_words(l: &ShelterLooks, f: &Frame, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    let w = &l.words;
    let mut items = Vec::new();
    let top = page([0.0, 0.0, l.top() - 0.08])[1];
    if l.both {
        let (a, b) = ([f.origin[0], top], [page([l.span_m, 0.0, 0.0])[0], top]);
        items.extend(dimension(a, b, [f64::midpoint(a[0], b[0]), top - 9.0], Anchor::Middle, &w.span));
    }
    let high = |x: f64, top: f64| (page([x, 0.0, l.soil(x, 0.0)]), page([x, 0.0, top]));
    let ridge_x = if l.both { l.span_m - BESIDE } else { l.ridge[0][0] };
    let (a, b) = high(ridge_x, if l.both { l.line_at(ridge_x) } else { l.ridge[0][2] });
    let (words_x, anchor) = if l.both { (a[0] - 10.0, Anchor::End) } else { (a[0] + 10.0, Anchor::Start) };
    items.extend(dimension(a, b, [words_x, a[1] - 0.16 * (a[1] - b[1])], anchor, &w.ridge));
    if let Some(words) = &w.ridge_near {
        let (a, b) = high(BESIDE, l.line_at(BESIDE));
        items.extend(dimension(a, b, [a[0] + 10.0, a[1] - 0.5 * (a[1] - b[1])], Anchor::Start, words));
    }
    let eave = lowest_eave(&l.outline);
    let under = l.soil(eave[0], eave[1]);
    if eave[2] - under > 0.2 && l.both {
        let (a, b) = (page([eave[0], 0.0, under]), page([eave[0], 0.0, eave[2]]));
        items.extend(dimension(a, b, [a[0] - 26.0, f64::midpoint(a[1], b[1]) + 6.0], Anchor::End, &w.eaves));
    }
    let beside = l.seat[0] + 0.75 * l.sitting_m;
    let (head, over) = (page([beside, 0.0, l.seat[2]]), page([beside, 0.0, l.seat[2] + l.headroom_m]));
    let words_at = [head[0] + 10.0, f64::midpoint(head[1], over[1]) + 6.0];
    items.extend(dimension(head, over, words_at, Anchor::Start, &w.headroom));
    let peak = page(l.ridge[0]);
    let pull_at = if l.both { [f.origin[0] + 14.0, top + 21.0] } else { [peak[0] + 14.0, peak[1] - 8.0] };
    items.push(text("lab halo", pull_at, Anchor::Start, &w.pull));
    if let Some([first, second]) = &w.flag {
        let x = l.ridge[1][0] + 0.22;
        let [x, y] = page([x, 0.0, l.line_at(x)]);
        // Before the ridge's dimension, where the far span is short.
        let room = page([ridge_x, 0.0, 0.0])[0] - 12.0 - pennant_width(first, second);
        items.extend(pennant([x.min(room), y], first, second));
    }
    items
}

fn pennant_width(first: &str, second: &str) -> f64 {
    first.chars().count().max(second.chars().count()) as f64 * 8.8 + 30.0
}

/// A pennant hung from the line, two lines of words on it.
fn pennant([x, y]: P2, first: &str, second: &str) -> Vec<Item> {
    let wide = pennant_width(first, second);
    let (top, low) = (y + 14.0, y + 66.0);
    vec![
        Item::Lines { class: "oe", runs: vec![vec![[x, y - 8.0], [x, low + 4.0]]], width: Some(4.0), dash: None },
        Item::Fill {
            class: "flag",
            points: vec![[x, top], [x + wide, top], [x + wide - 16.0, y + 40.0], [x + wide, low], [x, low]],
        },
        text("flagt", [x + 10.0, y + 35.0], Anchor::Start, first),
        text("flagt", [x + 10.0, y + 56.0], Anchor::Start, second),
    ]
}

fn above_words(l: &ShelterLooks, f: &Frame, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    let w = &l.words;
    let mut items = Vec::new();
    let ys = l.outline.iter().map(|p| p[1]);
    let (near, far) = ys.fold((f64::MAX, f64::MIN), |(a, b), y| (a.min(y), b.max(y)));
    let xs = l.outline.iter().map(|p| p[0]);
    let (from, to) = xs.fold((f64::MAX, f64::MIN), |(a, b), x| (a.min(x), b.max(x)));
    let x = to + 0.12;
    let (a, b) = (page([x, near, 0.0]), page([x, far, 0.0]));
    items.extend(dimension(a, b, [a[0] + 10.0, f64::midpoint(a[1], b[1]) - 14.0], Anchor::Start, &w.across));
    let (a, b) = (page([from, far - 0.14, 0.0]), page([to, far - 0.14, 0.0]));
    items.extend(dimension(a, b, [f64::midpoint(a[0], b[0]), a[1] - 9.0], Anchor::Middle, &w.along));
    if let Some([_, peg]) = l.guys.iter().max_by(|a, b| (a[1][0] - a[1][1]).total_cmp(&(b[1][0] - b[1][1]))) {
        let at = page(*peg);
        items.push(text("labn halo", [at[0] + 14.0, at[1] + 4.0], Anchor::Start, &w.guy));
    }
    items.extend(wind_arrow([64.0, l.size[1] - 92.0], l.wind, &w.wind));
    items.extend(north([l.size[0] - 40.0, 44.0], l.north));
    items.extend(scale_bar(f, [24.0, l.size[1] - 22.0]));
    items
}

/// Points given along and across a direction, turned to it about a place.
fn turned(at: P2, [dx, dy]: P2, points: &[P2]) -> Vec<P2> {
    points.iter().map(|[a, b]| [at[0] + a * dx - b * dy, at[1] + a * dy + b * dx]).collect()
}

/// The way the wind blows.
fn wind_arrow(at: P2, to: P2, words: &str) -> Vec<Item> {
    let middle = [at[0], at[1] - 26.0];
    vec![
        Item::Lines {
            class: "oe",
            runs: vec![turned(middle, to, &[[-26.0, 0.0], [8.0, 0.0]])],
            width: Some(7.0),
            dash: None,
        },
        Item::Fill { class: "pull", points: turned(middle, to, &[[26.0, 0.0], [2.0, 14.0], [2.0, -14.0]]) },
        text("lab halo", [at[0] - 40.0, at[1] + 26.0], Anchor::Start, words),
    ]
}

/// A needle to north.
fn north(at: P2, to: P2) -> Vec<Item> {
    let letter = turned(at, to, &[[-16.0, 0.0]])[0];
    vec![
        Item::Fill { class: "nxh", points: turned(at, to, &[[20.0, 0.0], [-4.0, 7.0], [-4.0, -7.0]]) },
        text("dimt halo", [letter[0], letter[1] + 6.0], Anchor::Middle, "N"),
    ]
}

fn scale_bar(f: &Frame, at: P2) -> Vec<Item> {
    let metre = f.scale;
    let tick = |m: f64| vec![[at[0] + m * metre, at[1] - 6.0], [at[0] + m * metre, at[1] + 6.0]];
    let line = vec![at, [at[0] + metre, at[1]]];
    vec![
        Item::Lines { class: "dim", runs: vec![line, tick(0.0), tick(1.0)], width: None, dash: None },
        text("dimt halo", [at[0] + metre + 10.0, at[1] + 6.0], Anchor::Start, "1 m"),
    ]
}
