//! A shelter to scale: from the side, and from above.

use super::labels::wrapped;
use super::scale::{
    Frame, LETTER, PENNANT, covers, cross, dimension, drop, name_beside, north, overlap, peg, pennant, pennant_width,
    rope_line, scale_bar, text, trunk, trunk_above, wind_arrow,
};
use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;

/// What is drawn; metres, `x` along the ridge from the near anchor's face, `y` across it, `z` up.
#[derive(Debug, Clone)]
pub struct ShelterLooks {
    /// Width and height in pixels.
    pub size: P2,
    /// Clear distance of the anchors.
    pub span_m: f64,
    /// The two anchors.
    pub anchors: [Stands; 2],
    /// Other things that stand there.
    pub others: Vec<Stands>,
    /// The far anchor holds a line.
    pub both: bool,
    /// The line stops at the cover's ends, which bear it between them.
    pub split: bool,
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
    /// Lines from poles back to their pegs.
    pub backstays: Vec<[[f64; 3]; 2]>,
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

/// How an anchor stands there.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Standing {
    /// A trunk or post.
    Trunk,
    /// A pole, drawn with the poles.
    Pole,
    /// A ring on something that is not drawn.
    Ring,
}

/// Something that stands on the site.
#[derive(Debug, Clone)]
pub struct Stands {
    /// Its name.
    pub name: String,
    /// How thick it is, metres.
    pub thick_m: f64,
    /// How it stands there.
    pub standing: Standing,
    /// Where, along the ridge and across it.
    pub at: P2,
    /// Sound.
    pub sound: bool,
}

impl Stands {
    /// Half of it, where it has a face the line leaves.
    fn half_m(&self) -> f64 {
        if self.standing == Standing::Trunk { self.thick_m / 2.0 } else { 0.0 }
    }
}

/// Words on the drawings, in the reader's measures.
#[derive(Debug, Clone, Default)]
pub struct ShelterWords {
    /// Between the anchors.
    pub span: String,
    /// Heights of the ties, each over the ground at its foot; the far one empty where there is none.
    pub ties: [String; 2],
    /// Height of the ridge as it hangs, or of the peak.
    pub ridge: String,
    /// Height of the eaves.
    pub eaves: String,
    /// Over the seat.
    pub headroom: String,
    /// How far the ridge may hang.
    pub sag: String,
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

/// Room for words at both sides.
const SIDE: f64 = 96.0;
/// How far the trunks stand over the ties.
const TOP: f64 = 0.42;
/// How far from a trunk the ridge's height is dimensioned, metres.
const BESIDE: f64 = 0.2;

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
    for i in 0..if l.both { 2 } else { 1 } {
        items.extend(anchor(l, &f, i, soil(if i == 0 { 0.0 } else { l.span_m })));
    }
    items.push(Item::Fill { class: "sheet", points: l.hung(l.outline_seen()).into_iter().map(page).collect() });
    items.extend(sitter(l, &page));
    for [foot, top] in &l.poles {
        items.extend(rope_line("rb", page(*foot), page(*top), 7.0));
    }
    items.extend(ridge_line(l, &page));
    items.extend(l.backstays.iter().flat_map(|[a, b]| rope_line("ra", page(*a), page(*b), 5.0)));
    items.extend(l.guys.iter().flat_map(|[a, b]| rope_line("rb", page(*a), page(*b), 4.0)));
    items.extend(l.guys.iter().chain(&l.backstays).map(|[_, b]| peg(page(*b))));
    items.extend(l.drips.iter().map(|d| drop(page(*d))));
    items.extend(side_words(l, &f, &page));
    scene(l, items, "The shelter from the side, to scale")
}

/// From above, and where metres lie on it.
pub fn above(l: &ShelterLooks) -> (Scene, Frame) {
    let (left, right) = extent(l);
    let across = l.guys.iter().map(|g| g[1][1].abs()).chain(l.outline.iter().map(|p| p[1].abs())).fold(0.8, f64::max);
    let (mut low, mut high) = (-across, across);
    for o in &l.others {
        low = low.min(o.at[1] - 0.4);
        high = high.max(o.at[1] + 0.4);
    }
    let xs = l.others.iter().map(|o| o.at[0]);
    let (from, to) = xs.fold((left, right), |(a, b), x| (a.min(x - 0.4), b.max(x + 0.4)));
    let scale = ((l.size[0] - 2.0 * SIDE) / (to - from)).min((l.size[1] - 84.0) / (high - low));
    let origin = [(l.size[0] - (to + from) * scale) / 2.0, l.size[1] / 2.0 - 6.0 - f64::midpoint(low, high) * scale];
    let f = Frame { scale, origin };
    let page = |p: [f64; 3]| [origin[0] + p[0] * scale, origin[1] + p[1] * scale];
    let mut items = vec![Item::Fill { class: "sheet", points: l.outline.iter().map(|p| page(*p)).collect() }];
    let [a, b] = l.ridge.map(page);
    items.push(Item::Lines { class: "oe thin", runs: vec![vec![a, b]], width: None, dash: Some((2.0, 7.0)) });
    items.extend(l.guys.iter().flat_map(|[a, b]| rope_line("rb", page(*a), page(*b), 4.0)));
    items.extend(l.backstays.iter().flat_map(|[a, b]| rope_line("ra", page(*a), page(*b), 5.0)));
    items.extend(l.guys.iter().chain(&l.backstays).map(|[_, b]| cross(page(*b))));
    items.extend(l.lines().iter().flat_map(|[a, b]| rope_line("ra", page(*a), page(*b), 5.0)));
    let anchors = l.anchors.iter().enumerate().take(if l.both { 2 } else { 1 }).map(|(i, a)| {
        let x = if i == 0 { -a.half_m() } else { l.span_m + a.half_m() };
        (page([x, 0.0, 0.0]), a, true)
    });
    let stand: Vec<(P2, &Stands, bool)> =
        anchors.chain(l.others.iter().map(|o| (page([o.at[0], o.at[1], 0.0]), o, o.sound))).collect();
    let half = |s: &Stands| s.thick_m * scale / 2.0;
    items.extend(stand.iter().flat_map(|(at, s, sound)| trunk_above(*at, half(s), *sound)));
    items.extend(l.drips.iter().map(|d| drop(page(*d))));
    items.extend(above_words(l, &f, &page));
    for (at, s, _) in stand {
        let name = name_beside(at, half(s), &s.name, &items, l.size);
        items.push(name);
    }
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

    /// How far the line has come down at a share of the span: straight to the cover, a parabola along it, as a load that lies
    /// there makes it.
    fn hangs(&self, u: f64) -> f64 {
        let [from, to] = self.ridge.map(|end| end[0] / self.span_m);
        let near = 1.0 - f64::midpoint(from, to);
        let moment = |u: f64| {
            let laid = (u - from).clamp(0.0, to - from);
            near * u - laid * laid / (2.0 * (to - from)) - (u - to).max(0.0)
        };
        let lowest = from + near * (to - from);
        self.sag_m * moment(u) / moment(lowest).max(1e-9)
    }

    /// Height of the line as it hangs.
    fn hung_at(&self, x: f64) -> f64 {
        self.line_at(x) + self.sag_m - self.hangs(x / self.span_m)
    }

    /// The cover's outline with its ridge as the line hangs.
    fn hung(&self, outline: Vec<[f64; 3]>) -> Vec<[f64; 3]> {
        if !self.both {
            return outline;
        }
        let [a, b] = self.ridge.map(|end| end[0]);
        let low: Vec<[f64; 3]> = outline.into_iter().filter(|p| !self.ridge.contains(p)).collect();
        let (left, right): (Vec<[f64; 3]>, Vec<[f64; 3]>) = low.into_iter().partition(|p| p[0] < f64::midpoint(a, b));
        let along = (0..=24).map(|i| a + (b - a) * f64::from(i) / 24.0).map(|x| [x, 0.0, self.hung_at(x)]);
        left.into_iter().chain(along).chain(right).collect()
    }

    /// The lines that bear it, seen from above: one, two halves, or one to the peak.
    fn lines(&self) -> Vec<[[f64; 3]; 2]> {
        let [near, far] = [[0.0; 3], [self.span_m, 0.0, 0.0]];
        match (self.both, self.split) {
            (true, true) => vec![[near, self.ridge[0]], [self.ridge[1], far]],
            (true, false) => vec![[near, far]],
            (false, _) => vec![[near, self.ridge[0]]],
        }
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
    let far = if l.both { l.span_m + 2.0 * l.anchors[1].half_m() } else { 0.0 };
    let pegs = || l.guys.iter().chain(&l.backstays).map(|g| g[1][0]);
    (pegs().fold(-2.0 * l.anchors[0].half_m(), f64::min) - 0.1, pegs().fold(far, f64::max) + 0.1)
}

fn scene(l: &ShelterLooks, items: Vec<Item>, what: &str) -> Scene {
    let w = &l.words;
    let alt = format!("{what}: {} between the anchors; ridge {}; {}", w.span, w.ridge, w.pull);
    Scene { width: l.size[0], height: l.size[1], items, alt }
}

/// An anchor from the side.
/// Height of a line of a name, pixels.
const LINE: f64 = 19.0;
/// Most lines a name takes; the rest of it is left out.
const LINES: usize = 4;

/// A name in lines that fit in so many pixels, broken between words, or within one that is too long.
fn in_room(name: &str, room: f64) -> Vec<String> {
    let most = ((room / LETTER[0]) as usize).max(4);
    let broken = |line: String| {
        let letters: Vec<char> = line.chars().collect();
        letters.chunks(most).map(|c| c.iter().collect::<String>()).collect::<Vec<_>>()
    };
    wrapped(name, most).into_iter().flat_map(broken).take(LINES).collect()
}

fn anchor(l: &ShelterLooks, f: &Frame, i: usize, foot: f64) -> Vec<Item> {
    let a = &l.anchors[i];
    let out = if i == 0 { -1.0 } else { 1.0 };
    let side = if i == 0 { Anchor::End } else { Anchor::Start };
    let face = f.origin[0] + if i == 0 { 0.0 } else { l.span_m } * f.scale;
    let tie = f.origin[1] - (l.line[i] + l.sag_m) * f.scale;
    let wide = 2.0 * a.half_m() * f.scale;
    let words_x = face + out * (wide + 8.0);
    let mut items = match a.standing {
        Standing::Trunk => {
            let (top, bottom) = (f.origin[1] - l.top() * f.scale, f.origin[1] - foot * f.scale);
            trunk(face.min(face + out * wide), wide, [top, bottom])
        }
        Standing::Pole => Vec::new(),
        Standing::Ring => vec![Item::Circle { class: "oe hollowed", at: [face + out * 7.0, tie], r: 7.0 }],
    };
    let words_x = words_x + if a.standing == Standing::Ring { out * 14.0 } else { 0.0 };
    let lines = in_room(&a.name, if i == 0 { words_x } else { l.size[0] - words_x });
    // Down from the trunk's top, or up from the line.
    let first = match a.standing {
        Standing::Trunk => f.origin[1] - l.top() * f.scale + 18.0,
        _ => tie - 22.0 - LINE * (lines.len() as f64 - 1.0),
    };
    let name =
        lines.iter().enumerate().map(|(n, line)| text("lab halo", [words_x, first + LINE * n as f64], side, line));
    items.extend(name);
    if !l.both {
        items.push(text("dimt halo", [words_x, tie + 6.0], side, &l.words.ties[i]));
    }
    items
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

fn ridge_line(l: &ShelterLooks, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    if !l.both {
        return rope_line("ra", page([0.0, 0.0, l.line[0]]), page(l.ridge[0]), 5.0);
    }
    let at = |u: f64| page([u * l.span_m, 0.0, l.hung_at(u * l.span_m)]);
    let run = |from: f64, to: f64| (0..=40).map(|i| at(from + (to - from) * f64::from(i) / 40.0)).collect::<Vec<P2>>();
    let runs = if l.split {
        let [a, b] = l.ridge.map(|end| end[0] / l.span_m);
        vec![run(0.0, a), run(b, 1.0)]
    } else {
        vec![run(0.0, 1.0)]
    };
    let line = |class, w| Item::Lines { class, runs: runs.clone(), width: Some(w), dash: None };
    vec![line("re", 8.0), line("ra", 5.0)]
}

/// How far below the ground words stand that have no room above it.
const SOIL_WORDS: f64 = 24.0;

fn side_words(l: &ShelterLooks, f: &Frame, page: &dyn Fn([f64; 3]) -> P2) -> Vec<Item> {
    let w = &l.words;
    let mut items = Vec::new();
    let top = page([0.0, 0.0, l.top() - 0.08])[1];
    if l.both {
        let (a, b) = ([f.origin[0], top], [page([l.span_m, 0.0, 0.0])[0], top]);
        items.extend(dimension(a, b, [f64::midpoint(a[0], b[0]), top - 9.0], Anchor::Middle, &w.span));
    }
    let high = |x: f64, top: f64| (page([x, 0.0, l.soil(x, 0.0)]), page([x, 0.0, top]));
    let middle = if l.both { l.ridge[0][0] + 0.3 * (l.ridge[1][0] - l.ridge[0][0]) } else { l.ridge[0][0] };
    let (a, b) = high(middle, if l.both { l.hung_at(middle) } else { l.ridge[0][2] });
    // Before a peak near its trunk, and beside who sits close behind it, is no room for words: they go on the soil.
    let room = a[0] - f.origin[0] > 100.0;
    let (words_at, anchor) = match (l.both, room) {
        (true, _) => ([a[0] - 8.0, a[1] - 0.72 * (a[1] - b[1])], Anchor::End),
        (false, true) => ([a[0] - 10.0, a[1] - 0.3 * (a[1] - b[1])], Anchor::End),
        (false, false) => ([a[0], a[1] + SOIL_WORDS], Anchor::Middle),
    };
    items.extend(dimension(a, b, words_at, anchor, &w.ridge));
    let eave = lowest_eave(&l.outline);
    let under = l.soil(eave[0], eave[1]);
    if eave[2] - under > 0.2 && l.both {
        let (a, b) = (page([eave[0], 0.0, under]), page([eave[0], 0.0, eave[2]]));
        items.extend(dimension(a, b, [a[0] - 26.0, f64::midpoint(a[1], b[1]) + 6.0], Anchor::End, &w.eaves));
    }
    // Where the cloth falls away behind the peak its height is that over the seat alone.
    let beside = l.seat[0] + if l.both { 0.75 * l.sitting_m } else { -0.06 };
    let (head, over) = (page([beside, 0.0, l.seat[2]]), page([beside, 0.0, l.seat[2] + l.headroom_m]));
    let at_its_middle = [head[0] + 10.0, f64::midpoint(head[1], over[1]) + 6.0];
    let words_at = if l.both { at_its_middle } else { [head[0] - 8.0, head[1] + SOIL_WORDS] };
    items.extend(dimension(head, over, words_at, Anchor::Start, &w.headroom));
    let peak = page(l.ridge[0]);
    let (pull_at, anchor) = if l.both {
        // Under the span, where the line hangs lowest.
        ([f64::midpoint(f.origin[0], page([l.span_m, 0.0, 0.0])[0]), top + 21.0], Anchor::Middle)
    } else {
        ([peak[0] + 14.0, peak[1] - 8.0], Anchor::Start)
    };
    items.push(text("lab halo", pull_at, anchor, &w.pull));
    if let Some([first, second]) = &w.flag {
        let at = pennant_place(l, page, &items, pennant_width(first, second));
        items.extend(pennant(at, first, second));
    }
    if l.both {
        let ends = [(BESIDE, 10.0, Anchor::Start), (l.span_m - BESIDE, -10.0, Anchor::End)];
        for (i, (x, beside, anchor)) in ends.into_iter().enumerate() {
            let (a, b) = high(x, l.line[i] + l.sag_m);
            let at = |share: f64| [a[0] + beside, a[1] - share * (a[1] - b[1])];
            let heights = [0.3, 0.5, 0.7, 0.04].map(at);
            let clear = |at: &&P2| is_clear(&text("dimt halo", **at, anchor, &w.ties[i]), &items);
            let at = *heights.iter().find(clear).unwrap_or(&heights[0]);
            items.extend(dimension(a, b, at, anchor, &w.ties[i]));
        }
    }
    items
}

/// Words that lie on no other words and on no pennant.
fn is_clear(words: &Item, items: &[Item]) -> bool {
    let Some(own) = covers(words) else { return true };
    !items.iter().filter_map(|i| covers(i).or_else(|| cloth(i))).any(|taken| overlap(own, taken))
}

/// The box of a pennant's cloth.
fn cloth(item: &Item) -> Option<[f64; 4]> {
    let Item::Fill { class: "flag", points } = item else { return None };
    let far = [f64::MAX, f64::MAX, f64::MIN, f64::MIN];
    Some(points.iter().fold(far, |[l, t, r, b], [x, y]| [l.min(*x), t.min(*y), r.max(*x), b.max(*y)]))
}

/// Where a pennant hangs from the line: just beyond the cover, or as near to it as it covers no words.
fn pennant_place(l: &ShelterLooks, page: &dyn Fn([f64; 3]) -> P2, items: &[Item], wide: f64) -> P2 {
    let beyond = l.ridge[1][0] + 0.22;
    let on_line = |x: f64| page([x, 0.0, l.hung_at(x)]);
    let words: Vec<[f64; 4]> = items.iter().filter_map(covers).collect();
    let clear = |[x, y]: P2| {
        let cloth = [x - 4.0, y + PENNANT[0], x + wide + 4.0, y + PENNANT[1]];
        cloth[2] < l.size[0] && !words.iter().any(|w| overlap(*w, cloth))
    };
    let nearest = (0..120).flat_map(|i| [f64::from(i), -f64::from(i)]).map(|i| beyond + 0.05 * i);
    nearest
        .filter(|x| (0.0..l.span_m).contains(x))
        .map(on_line)
        .find(|at| clear(*at))
        .unwrap_or_else(|| on_line(beyond))
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
        // Clear of the needle at the right.
        let (x, anchor) = if at[0] > l.size[0] - 230.0 { (-14.0, Anchor::End) } else { (14.0, Anchor::Start) };
        items.push(text("labn halo", [at[0] + x, at[1] + if x < 0.0 { -8.0 } else { 4.0 }], anchor, &w.guy));
    }
    items.extend(wind_arrow([64.0, l.size[1] - 92.0], l.wind, &w.wind));
    items.extend(north([l.size[0] - 40.0, 44.0], l.north));
    items.extend(scale_bar(f, [24.0, l.size[1] - 22.0]));
    items
}
