//! Flat mats: one cord closed upon itself and woven over and under by turns, then followed until its meshes are full.
//!
//! A mat is a path like a knot, and its line is written down in closed form: a ring whose radius swings out and in, or a line that
//! goes to and fro both ways at once. How often it is followed, and what cord that takes, is read off that line: lanes that lie side
//! by side, as many as its narrowest mesh has room for. See docs/methods/projects.md.

use crate::knot::spline::{P2, P3, distance};
use serde::Deserialize;
use std::f64::consts::{FRAC_PI_2, TAU};

/// How a mat's line runs.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(tag = "lies", rename_all = "kebab-case", deny_unknown_fields)]
pub enum Weave {
    /// About a middle, so many times round, with so many bights along its edge; the two have no common divisor.
    Round {
        /// Times round.
        leads: u32,
        /// Bights along its edge.
        bights: u32,
    },
    /// To and fro, so many bights at one edge and along the other; without a common divisor, the first odd.
    Long {
        /// Bights at an edge across it.
        across: u32,
        /// Bights along it.
        along: u32,
    },
}

/// Points of the line, once round.
const POINTS: usize = 960;
/// A ring's radius swings between 1 and so much less, as a share of its widest: at it the meshes are as even as they come.
const SWING: f64 = 0.8;
/// How far the to and fro of a long mat is from a zigzag, whose share is 1: its bights are round.
const ZIGZAG: f64 = 0.96;

/// A mat's line, once round, its greatest extent 1.
#[derive(Debug, Clone)]
pub struct Mat {
    /// Its points; the last runs back to the first.
    pub line: Vec<P2>,
    /// Passages of its crossings in order: the place among the points. Even ones go over.
    pub passages: Vec<f64>,
    /// Its length.
    pub length: f64,
    /// Room for lanes in its narrowest mesh.
    pub mesh: f64,
}

impl Weave {
    /// Its line.
    pub fn mat(self) -> Mat {
        let line: Vec<P2> = (0..POINTS).map(|i| self.at(1e-4 + TAU * i as f64 / POINTS as f64)).collect();
        let crossings = crossings(&line);
        let mut passages: Vec<(f64, f64)> = crossings.iter().flat_map(|c| [(c.0, c.2), (c.1, c.2)]).collect();
        passages.sort_by(|a, b| a.0.total_cmp(&b.0));
        let runs: Vec<f64> = (0..POINTS).map(|i| distance(line[i], line[(i + 1) % POINTS])).collect();
        let length: f64 = runs.iter().sum();
        let far = |place: f64| runs[..place as usize].iter().sum::<f64>() + place.fract() * runs[place as usize];
        // Between two crossings lie half of either bundle of lanes, each as wide along the line as it crosses it slantwise.
        let room = |i: usize| {
            let (a, b) = (passages[i], passages[(i + 1) % passages.len()]);
            (far(b.0) - far(a.0)).rem_euclid(length) / (0.5 / a.1 + 0.5 / b.1)
        };
        let mesh = (0..passages.len()).map(room).fold(f64::MAX, f64::min);
        Mat { line, passages: passages.iter().map(|p| p.0).collect(), length, mesh }
    }

    fn at(self, t: f64) -> P2 {
        match self {
            Self::Round { leads, bights } => {
                let r = 0.5 - SWING / 4.0 * (1.0 - (f64::from(bights) * t).cos());
                let (sin, cos) = (f64::from(leads) * t).sin_cos();
                [r * cos, r * sin]
            }
            Self::Long { across, along } => {
                let to_and_fro = |a: f64| (ZIGZAG * a.sin()).asin() / ZIGZAG.asin();
                let (p, q) = (f64::from(across), f64::from(along));
                // As far as can be from where it would run into a corner and back upon itself.
                let ahead = if along % 2 == 1 { FRAC_PI_2 / p } else { 0.0 };
                [0.5 * to_and_fro(p * t), 0.5 * p / q * to_and_fro(q * t + ahead)]
            }
        }
    }
}

/// Where the line crosses itself: both places among its points, and the sine of the angle.
fn crossings(line: &[P2]) -> Vec<(f64, f64, f64)> {
    let n = line.len();
    let way = |i: usize| [line[(i + 1) % n][0] - line[i][0], line[(i + 1) % n][1] - line[i][1]];
    let cross = |a: P2, b: P2| a[0] * b[1] - a[1] * b[0];
    let mut found = Vec::new();
    for i in 0..n {
        for j in i + 2..if i == 0 { n - 1 } else { n } {
            let (d, e) = (way(i), way(j));
            let turn = cross(d, e);
            let apart = [line[j][0] - line[i][0], line[j][1] - line[i][1]];
            let (t, u) = (cross(apart, e) / turn, cross(apart, d) / turn);
            if (0.0..1.0).contains(&t) && (0.0..1.0).contains(&u) {
                found.push((i as f64 + t, j as f64 + u, turn.abs() / (d[0].hypot(d[1]) * e[0].hypot(e[1]))));
            }
        }
    }
    found
}

impl Mat {
    /// Lanes that lie side by side in a mat this far across, in diameters of its cord; none where the cord is too thick.
    pub fn lanes(&self, across_d: f64) -> u32 {
        // The line of the middle lane is half the bundle's width inside the edge, on either side.
        (self.mesh * across_d / (1.0 + self.mesh) + 1e-9).floor() as u32
    }

    /// How far across a mat is in which so many lanes just lie side by side, in diameters.
    pub fn across_d(&self, lanes: u32) -> f64 {
        f64::from(lanes) * (1.0 + self.mesh) / self.mesh
    }

    /// Extent of the middle lane's line, in diameters.
    fn scale(&self, across_d: f64) -> f64 {
        across_d - f64::from(self.lanes(across_d))
    }

    /// Cord in it, in diameters: its lanes, over and under.
    pub fn cord_d(&self, across_d: f64) -> f64 {
        let apart = |w: &[P3]| (0..3).map(|k| (w[0][k] - w[1][k]).powi(2)).sum::<f64>().sqrt();
        self.strands(across_d).iter().flat_map(|lane| lane.windows(2).map(apart)).sum()
    }

    /// Its lanes in space, in diameters, over and under by turns, each closed.
    pub fn strands(&self, across_d: f64) -> Vec<Vec<P3>> {
        let (lanes, scale) = (self.lanes(across_d), self.scale(across_d));
        let middle = |lane: u32| f64::from(lane) - (f64::from(lanes) - 1.0) / 2.0;
        (0..lanes).map(|lane| self.lane(middle(lane), scale)).collect()
    }

    fn lane(&self, beside: f64, scale: f64) -> Vec<P3> {
        let n = self.line.len();
        let point = |i: usize| {
            let (a, p, b) = (self.line[(i + n - 1) % n], self.line[i % n], self.line[(i + 1) % n]);
            let l = distance(a, b);
            let left = [-(b[1] - a[1]) / l, (b[0] - a[0]) / l];
            [p[0] * scale + left[0] * beside, p[1] * scale + left[1] * beside, 0.55 * self.height((i % n) as f64)]
        };
        (0..=n).step_by(2).map(point).collect()
    }

    /// 1 where it goes over, −1 where it goes under, level for a while about each crossing.
    fn height(&self, place: f64) -> f64 {
        let n = self.line.len() as f64;
        let next = self.passages.partition_point(|p| *p <= place);
        let count = self.passages.len();
        let (last, next) = ((next + count - 1) % count, next % count);
        let run = (self.passages[next] - self.passages[last]).rem_euclid(n);
        let share = (place - self.passages[last]).rem_euclid(n) / run;
        let falls = (1.8 * (share * std::f64::consts::PI).cos()).clamp(-1.0, 1.0);
        if last % 2 == 0 { falls } else { -falls }
    }
}
