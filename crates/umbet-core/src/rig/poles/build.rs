//! From what was said to poles in space: where they meet, stand and bear.

use super::draft::{Build, Poles};
use crate::lashing::{Counts, Lashing, lashing};
use crate::rig::Impossible;
use crate::statics::frame::{Frame, V3};
use crate::units::G;
use crate::units::{Length, Reader};
use std::collections::BTreeSet;

/// Density of the poles, kilograms a cubic metre (wood handbooks, recalled: 500 to 900 green).
const WOOD_KG_M3: f64 = 700.0;
/// A trestle's top is so much narrower than its foot, as a ratio (common practice).
pub(super) const TRESTLE_TOP: f64 = 0.7;
/// Poles run so far past the lashings at their ends, metres (common practice: a hand and a half).
const PAST_M: f64 = 0.15;

/// A pole's part in what is built.
#[derive(Debug, Clone, PartialEq)]
pub struct Role {
    /// What it is called.
    pub name: &'static str,
    /// How long a pole it wants, metres.
    pub wants_m: f64,
    /// It runs on past its first and its last node so far, metres.
    pub past_m: [f64; 2],
}

/// Lashings of one kind.
#[derive(Debug, Clone)]
pub struct LashedAt {
    /// Stable id.
    pub id: &'static str,
    /// Where.
    pub name: String,
    /// Which.
    pub lashing: &'static Lashing,
    /// Its turns.
    pub counts: Counts,
    /// At which nodes.
    pub nodes: Vec<usize>,
    /// What it binds lies in a crotch: it would bear without being lashed.
    pub rests: bool,
}

/// Poles in space.
#[derive(Debug, Clone)]
pub struct Standing {
    /// Poles, cords and loads.
    pub frame: Frame,
    /// What each pole is.
    pub roles: Vec<Role>,
    /// Its lashings, the one it stands or falls by first.
    pub lashed: Vec<LashedAt>,
    /// Its feet.
    pub feet: Vec<usize>,
    /// From foot to foot, where a line keeps them together.
    pub lines: Vec<[usize; 2]>,
    /// Where guys hold it.
    pub guyed: Vec<usize>,
    /// Where it is loaded.
    pub loaded: Vec<usize>,
}

impl Standing {
    /// The greatest height of a node, metres.
    pub fn high_m(&self) -> f64 {
        self.frame.nodes.iter().map(|n| n.z).fold(0.0, f64::max)
    }

    /// Ids of the knots its lashings begin and end with, each once.
    pub fn hitches(&self) -> Vec<&'static str> {
        let all: BTreeSet<&'static str> = self.lashed.iter().flat_map(|l| l.lashing.hitches()).collect();
        all.into_iter().collect()
    }
}

/// Nodes of a trestle: its ledger and top bar on either leg, the top bar's middle, where its braces cross.
struct Trestle {
    low: Vec<usize>,
    high: Vec<usize>,
    middle: usize,
    cross: usize,
}

struct Site<'a> {
    poles: &'a Poles,
    at: Standing,
}

impl Poles {
    fn thick_m(&self) -> f64 {
        self.said.pole_mm / 1000.0
    }

    /// Poles in space.
    ///
    /// # Errors
    /// Poles that do not meet, or are too short.
    pub fn standing(&self, reader: &Reader) -> Result<Standing, Impossible> {
        self.meets(reader)?;
        let at = Standing {
            frame: Frame::default(),
            roles: Vec::new(),
            lashed: Vec::new(),
            feet: Vec::new(),
            lines: Vec::new(),
            guyed: Vec::new(),
            loaded: Vec::new(),
        };
        let mut site = Site { poles: self, at };
        match self.said.build {
            Build::Tripod => site.tripod(),
            Build::Shears => site.shears(),
            Build::AFrame => site.a_frame(),
            Build::Trestle => site.trestle(),
            Build::Rack => site.rack(),
            Build::Table | Build::Bridge => site.topped(),
            Build::Cross => site.cross(),
            Build::Brace => site.brace(),
            Build::Longer => site.longer(),
        }
        site.own_weight();
        Ok(site.at)
    }

    fn meets(&self, reader: &Reader) -> Result<(), Impossible> {
        let d = &self.said;
        let m = |m: f64| reader.length(Length::from_m(m));
        let no = |says: String| Err(Impossible(says));
        let build = d.build.words();
        if d.build.legged() && d.out_m >= 0.9 * d.lashed_m {
            return no(format!(
                "The legs do not meet: feet {} from the middle are too far out for legs lashed {} up. Set the feet within {}.",
                m(d.out_m),
                m(d.lashed_m),
                m(0.5 * d.lashed_m)
            ));
        }
        let along = if d.build.trestled() { d.lashed_m.hypot((1.0 - TRESTLE_TOP) * d.out_m) } else { d.lashed_m };
        if (d.build.legged() || d.build == Build::Cross) && along + PAST_M > d.pole_m {
            return no(format!(
                "A lashing {} up is past the end of a pole of {}: at least {} of it stands over the lashing.",
                m(d.lashed_m),
                m(d.pole_m),
                m(PAST_M)
            ));
        }
        if d.build.barred() && d.bar_m > 0.85 * self.apex_m() {
            return no(format!(
                "The bar of this {build} stands at {}, too near its top at {}.",
                m(d.bar_m),
                m(self.apex_m())
            ));
        }
        if d.build == Build::Longer && d.long_m >= d.pole_m {
            return no(format!("Poles of {} cannot overlap by {}.", m(d.pole_m), m(d.long_m)));
        }
        if d.pole_mm < 3.0 * self.cord.diameter.mm() {
            return no(format!(
                "Cord of {} does not lie round poles of {}: take cord of a third of their thickness at most.",
                reader.diameter(self.cord.diameter),
                reader.diameter(Length::from_mm(d.pole_mm))
            ));
        }
        Ok(())
    }

    /// Height of the lashing at the top, metres.
    pub fn apex_m(&self) -> f64 {
        let d = &self.said;
        match d.build {
            Build::Trestle | Build::Table | Build::Bridge | Build::Cross => d.lashed_m,
            _ => (d.lashed_m.powi(2) - d.out_m.powi(2)).max(0.0).sqrt(),
        }
    }
}

impl Site<'_> {
    fn node(&mut self, x: f64, y: f64, z: f64) -> usize {
        self.at.frame.node(V3::new(x, y, z))
    }

    fn foot(&mut self, x: f64, y: f64) -> usize {
        let foot = self.node(x, y, 0.0);
        self.at.frame.kept[foot] = [true; 3];
        self.at.feet.push(foot);
        foot
    }

    fn pole(&mut self, name: &'static str, nodes: &[usize], past_m: [f64; 2]) {
        let at = |i: usize| self.at.frame.nodes[nodes[i]];
        let wants_m = (at(nodes.len() - 1) - at(0)).norm() + past_m[0] + past_m[1];
        self.at.frame.pole(nodes, self.poles.thick_m());
        self.at.roles.push(Role { name, wants_m, past_m });
    }

    /// A leg of the length that was said.
    fn leg(&mut self, nodes: &[usize]) {
        let (a, b) = (self.at.frame.nodes[nodes[0]], self.at.frame.nodes[nodes[nodes.len() - 1]]);
        let over = (self.poles.said.pole_m - (b - a).norm()).max(0.0);
        self.pole("leg", nodes, [0.0, over]);
    }

    /// The lashing it stands or falls by.
    fn main(&mut self, id: &'static str, name: &str, nodes: Vec<usize>) {
        let (lashing, counts) = (self.poles.lashing, self.poles.counts);
        self.at.lashed.push(LashedAt { id, name: name.into(), lashing, counts, nodes, rests: false });
    }

    /// Another, as it is usually tied.
    fn other(&mut self, id: &'static str, name: &str, which: &str, nodes: Vec<usize>) {
        if let Some(lashing) = lashing(which) {
            let counts = lashing.usual();
            self.at.lashed.push(LashedAt { id, name: name.into(), lashing, counts, nodes, rests: false });
        }
    }

    fn load(&mut self, node: usize, share: f64) {
        self.at.frame.loads[node].z -= self.poles.said.mass_kg * G * share;
        self.at.loaded.push(node);
    }

    /// Held fore and aft by guys, or by what stands beside it.
    fn guy(&mut self, node: usize) {
        self.at.frame.kept[node][1] = true;
        self.at.guyed.push(node);
    }

    /// Each pole's own weight, half at either end of each stretch.
    fn own_weight(&mut self) {
        let frame = &mut self.at.frame;
        for pole in &frame.poles {
            let area = std::f64::consts::PI * pole.thick_m.powi(2) / 4.0;
            for w in pole.nodes.windows(2) {
                let weight = area * (frame.nodes[w[1]] - frame.nodes[w[0]]).norm() * WOOD_KG_M3 * G;
                for n in w {
                    frame.loads[*n].z -= weight / 2.0;
                }
            }
        }
    }

    fn lines(&mut self) {
        if self.poles.said.spread_line {
            let feet = self.at.feet.clone();
            let pairs = feet.windows(2).map(|w| [w[0], w[1]]);
            self.at.lines = pairs.collect();
            if feet.len() == 3 {
                self.at.lines.push([feet[2], feet[0]]);
            }
        }
    }

    fn tripod(&mut self) {
        let (top, out) = (self.poles.apex_m(), self.poles.said.out_m);
        let apex = self.node(0.0, 0.0, top);
        for k in 0..3 {
            let (sin, cos) = (210.0 + 120.0 * f64::from(k)).to_radians().sin_cos();
            let foot = self.foot(out * cos, out * sin);
            self.leg(&[foot, apex]);
        }
        self.lines();
        self.load(apex, 1.0);
        self.main("top", "Where the legs meet", vec![apex]);
    }

    fn pair(&mut self, y: f64) -> usize {
        let (top, out) = (self.poles.apex_m(), self.poles.said.out_m);
        let apex = self.node(0.0, y, top);
        for side in [-1.0, 1.0] {
            let foot = self.foot(side * out, y);
            self.leg(&[foot, apex]);
        }
        self.guy(apex);
        apex
    }

    fn shears(&mut self) {
        let apex = self.pair(0.0);
        self.lines();
        self.load(apex, 1.0);
        self.main("top", "Where the legs meet", vec![apex]);
    }

    fn a_frame(&mut self) {
        let d = &self.poles.said;
        let (top, out, bar) = (self.poles.apex_m(), d.out_m, d.bar_m);
        let apex = self.node(0.0, 0.0, top);
        let ends: Vec<usize> = [-1.0, 1.0]
            .into_iter()
            .map(|side| {
                let foot = self.foot(side * out, 0.0);
                let at = self.node(side * out * (1.0 - bar / top), 0.0, bar);
                self.leg(&[foot, at, apex]);
                at
            })
            .collect();
        self.pole("bar", &ends, [PAST_M; 2]);
        self.guy(apex);
        self.load(apex, 1.0);
        self.main("top", "Where the legs meet", vec![apex]);
        self.other("bar", "Bar on the legs", "square", ends);
    }

    /// A trestle across, so far along: two legs, top bar, ledger, two braces.
    fn trestle_at(&mut self, y: f64) -> Trestle {
        let d = &self.poles.said;
        let (top, out, bar) = (d.lashed_m, d.out_m, d.bar_m);
        let wide = |z: f64| out * (1.0 - (1.0 - TRESTLE_TOP) * z / top);
        let (mut low, mut high) = (Vec::new(), Vec::new());
        for side in [-1.0, 1.0] {
            let foot = self.foot(side * out, y);
            low.push(self.node(side * wide(bar), y, bar));
            high.push(self.node(side * wide(top), y, top));
            self.leg(&[foot, low[low.len() - 1], high[high.len() - 1]]);
        }
        let middle = self.node(0.0, y, top);
        self.pole("top bar", &[high[0], middle, high[1]], [PAST_M; 2]);
        self.pole("ledger", &low, [PAST_M; 2]);
        let cross = bar + (top - bar) * wide(bar) / (wide(bar) + wide(top));
        let cross = self.node(0.0, y, cross);
        self.pole("brace", &[low[0], cross, high[1]], [PAST_M; 2]);
        self.pole("brace", &[low[1], cross, high[0]], [PAST_M; 2]);
        Trestle { low, high, middle, cross }
    }

    fn trestle_lashings(&mut self, all: &[Trestle]) {
        let of = |part: fn(&Trestle) -> &[usize]| all.iter().flat_map(|t| part(t).iter().copied()).collect::<Vec<_>>();
        let (low, high) = (of(|t| &t.low), of(|t| &t.high));
        self.main("top", "Top bar on the legs", high.clone());
        self.other("ledger", "Ledger on the legs", "square", low.clone());
        self.other("ends", "Braces on the legs", "square", [low, high].concat());
        self.other("brace", "Where the braces cross", "diagonal", all.iter().map(|t| t.cross).collect());
    }

    fn trestle(&mut self) {
        let one = self.trestle_at(0.0);
        for n in one.low.iter().chain(&one.high).chain([&one.middle, &one.cross]) {
            self.at.frame.kept[*n][1] = true;
        }
        self.at.guyed = one.high.clone();
        self.load(one.middle, 1.0);
        self.trestle_lashings(&[one]);
    }

    /// Two trestles with two bearers on their top bars, close by the legs, and a long brace on either side, the one rising where the
    /// other falls: nothing else keeps it from racking lengthwise.
    fn topped(&mut self) {
        let long = self.poles.said.long_m;
        let ends = [self.trestle_at(0.0), self.trestle_at(long)];
        let mut bearers = Vec::new();
        for side in 0..2 {
            let (from, to) = (ends[0].high[side], ends[1].high[side]);
            let at = self.at.frame.nodes[from];
            let middle = self.node(at.x, long / 2.0, at.z);
            self.pole("bearer", &[from, middle, to], [2.0 * PAST_M; 2]);
            bearers.push((from, middle, to));
        }
        let braces = [[ends[0].low[0], ends[1].high[0]], [ends[1].low[1], ends[0].high[1]]];
        for brace in braces {
            self.pole("long brace", &brace, [PAST_M; 2]);
        }
        for (from, middle, to) in bearers {
            if self.poles.said.build == Build::Bridge {
                // What crosses is all in its middle once.
                self.load(middle, 0.5);
            } else {
                self.load(middle, 0.25);
                self.load(from, 0.125);
                self.load(to, 0.125);
            }
        }
        self.trestle_lashings(&ends);
        let on = ends.iter().flat_map(|t| t.high.iter().copied()).collect();
        self.other("bearers", "Bearers on the top bars", "square", on);
        if let Some(bearers) = self.at.lashed.last_mut() {
            bearers.rests = true;
        }
        self.other("long", "Long braces on the legs", "square", braces.concat());
    }

    fn rack(&mut self) {
        let long = self.poles.said.long_m;
        let ends = [self.pair(0.0), self.pair(long)];
        let top = self.poles.apex_m();
        let between: Vec<usize> = [0.25, 0.5, 0.75].into_iter().map(|s| self.node(0.0, long * s, top)).collect();
        let ridge: Vec<usize> = [ends[0]].into_iter().chain(between.iter().copied()).chain([ends[1]]).collect();
        // Wet things hang along it from end to end.
        for (i, n) in ridge.iter().enumerate() {
            self.load(*n, if i == 0 || i == 4 { 0.125 } else { 0.25 });
        }
        self.pole("ridge", &ridge, [2.0 * PAST_M; 2]);
        if self.poles.said.spread_line {
            let feet = &self.at.feet;
            self.at.lines = vec![[feet[0], feet[1]], [feet[2], feet[3]]];
        }
        self.main("top", "Where each pair of legs meets", ends.to_vec());
        self.other("ridge", "Ridge pole in the crotches", "square", ends.to_vec());
        if let Some(ridge) = self.at.lashed.last_mut() {
            ridge.rests = true;
        }
    }

    /// The upright stands fast; the bar bears in its middle, beside it.
    fn cross(&mut self) {
        let high = self.poles.said.lashed_m;
        let foot = self.foot(0.0, 0.0);
        let meet = self.node(0.0, 0.0, high);
        self.pole("upright", &[foot, meet], [0.0, self.poles.said.pole_m - high]);
        self.at.frame.kept[meet] = [true, true, false];
        self.load(meet, 1.0);
        self.main("top", "Bar on the upright", vec![meet]);
        self.at.roles.push(Role {
            name: "bar",
            wants_m: self.poles.said.pole_m,
            past_m: [self.poles.said.pole_m / 2.0; 2],
        });
    }

    fn brace(&mut self) {
        let meet = self.node(0.0, 0.0, self.poles.said.pole_m / 8f64.sqrt());
        self.at.frame.kept[meet] = [true; 3];
        self.load(meet, 1.0);
        self.main("top", "Where they cross", vec![meet]);
        for _ in 0..2 {
            self.at.roles.push(Role { name: "pole", wants_m: self.poles.said.pole_m, past_m: [0.0; 2] });
        }
    }

    fn longer(&mut self) {
        let d = &self.poles.said;
        let (from, to) = (d.pole_m - d.long_m + PAST_M, d.pole_m - PAST_M);
        let ends = [self.node(0.0, 0.0, from), self.node(0.0, 0.0, to)];
        for n in ends {
            self.at.frame.kept[n] = [true; 3];
            self.load(n, 0.5);
        }
        self.main("top", "At each end of the overlap", ends.to_vec());
        for _ in 0..2 {
            self.at.roles.push(Role { name: "pole", wants_m: d.pole_m, past_m: [0.0; 2] });
        }
    }
}
