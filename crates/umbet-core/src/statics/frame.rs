//! Poles lashed into a frame, under load: a space frame by the stiffness method, its poles stiff, its lashings hinges, its cords
//! pulled only along themselves.
//!
//! Element stiffness: J. S. Przemieniecki, *Theory of Matrix Structural Analysis* (1968), chapter 5. Forces in newtons, lengths in
//! metres; `z` is up.

use nalgebra::{DMatrix, DVector, Matrix3, SMatrix, SVector, Vector3};

/// A point in space or a force.
pub type V3 = Vector3<f64>;

/// Young's modulus of green round wood, pascals: 6 to 11 GPa by species (wood handbooks, recalled); shares of load hardly depend on
/// it.
pub const WOOD_E: f64 = 8.5e9;
/// Shear modulus of wood, pascals (a sixteenth of the other; wood handbooks, recalled).
const WOOD_G: f64 = WOOD_E / 16.0;
/// Stiffness of a cord member: pull over strain, newtons; soft beside any pole.
const CORD_EA: f64 = 40_000.0;

/// What keeps a pole from rolling about itself, newton metres a radian: next to nothing.
const ROLLING: f64 = 1e-2;
/// What moves, in metres, or turns, in radians, as far as this has folded: thin poles only bend, and break long before.
const FOLDED: f64 = 100.0;

/// A straight pole through two or more nodes, in order along it.
#[derive(Debug, Clone)]
pub struct FramePole {
    /// The nodes.
    pub nodes: Vec<usize>,
    /// Its thickness.
    pub thick_m: f64,
}

/// Poles, cords, feet and loads.
#[derive(Debug, Clone, Default)]
pub struct Frame {
    /// Where poles meet, stand or are loaded.
    pub nodes: Vec<V3>,
    /// Poles; where two share a node they are lashed, and turn freely.
    pub poles: Vec<FramePole>,
    /// Cords from node to node.
    pub cords: Vec<[usize; 2]>,
    /// Which ways each node is kept: across, fore and aft, up.
    pub kept: Vec<[bool; 3]>,
    /// Load on each node.
    pub loads: Vec<V3>,
}

/// It folds: nothing keeps a joint where it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Folds;

/// A frame worked out.
#[derive(Debug, Clone)]
pub struct Solved {
    /// Of each pole, along each of its stretches: push (positive) or pull, newtons.
    pub push_n: Vec<Vec<f64>>,
    /// Greatest bending moment of each pole, newton metres.
    pub bending_nm: Vec<f64>,
    /// What each pole gives to each of its nodes, newtons.
    pub gives_n: Vec<Vec<V3>>,
    /// Pull of each cord, newtons; negative where it would be slack.
    pub cords_n: Vec<f64>,
    /// What the ground gives each node, newtons.
    pub feet_n: Vec<V3>,
}

impl Frame {
    /// A node, kept nowhere and bearing nothing.
    pub fn node(&mut self, at: V3) -> usize {
        self.nodes.push(at);
        self.kept.push([false; 3]);
        self.loads.push(V3::zeros());
        self.nodes.len() - 1
    }

    /// A pole through these nodes.
    pub fn pole(&mut self, nodes: &[usize], thick_m: f64) -> usize {
        self.poles.push(FramePole { nodes: nodes.to_vec(), thick_m });
        self.poles.len() - 1
    }

    /// Forces in it.
    ///
    /// # Errors
    /// It folds.
    pub fn solved(&self) -> Result<Solved, Folds> {
        let turns = self.turning_places();
        let all = 3 * self.nodes.len() + 3 * turns.last().map_or(0, |t| t + self.poles[turns.len() - 1].nodes.len());
        let mut k = DMatrix::<f64>::zeros(all, all);
        let mut elements = Vec::new();
        for (p, pole) in self.poles.iter().enumerate() {
            for (i, w) in pole.nodes.windows(2).enumerate() {
                let at = |n: usize, end: usize| {
                    let turning = 3 * self.nodes.len() + 3 * (turns[p] + i + end);
                    [3 * n, 3 * n + 1, 3 * n + 2, turning, turning + 1, turning + 2]
                };
                let places: Vec<usize> = [at(w[0], 0), at(w[1], 1)].concat();
                let stiff = beam(self.nodes[w[0]], self.nodes[w[1]], pole.thick_m);
                // A pole may roll about itself: kept by next to nothing.
                let way = (self.nodes[w[1]] - self.nodes[w[0]]).normalize();
                for turning in [places[3], places[9]] {
                    let mut block = k.view_mut((turning, turning), (3, 3));
                    block += way * way.transpose() * ROLLING;
                }
                for (r, pr) in places.iter().enumerate() {
                    for (c, pc) in places.iter().enumerate() {
                        k[(*pr, *pc)] += stiff[(r, c)];
                    }
                }
                elements.push((p, i, places, stiff));
            }
        }
        for [a, b] in &self.cords {
            let way = self.nodes[*b] - self.nodes[*a];
            let (length, way) = (way.norm(), way.normalize());
            for (r, sr) in [(*a, -1.0), (*b, 1.0)] {
                for (c, sc) in [(*a, -1.0), (*b, 1.0)] {
                    let add = way * way.transpose() * (CORD_EA / length * sr * sc);
                    let mut block = k.view_mut((3 * r, 3 * c), (3, 3));
                    block += add;
                }
            }
        }
        let moved = self.moved(&k, all)?;
        Ok(self.read(&moved, &elements))
    }

    /// Where each pole's turning begins, in nodes of poles.
    fn turning_places(&self) -> Vec<usize> {
        let mut from = 0;
        self.poles
            .iter()
            .map(|p| {
                let at = from;
                from += p.nodes.len();
                at
            })
            .collect()
    }

    /// How every node moves and every pole turns there.
    fn moved(&self, k: &DMatrix<f64>, all: usize) -> Result<DVector<f64>, Folds> {
        let kept = |i: usize| i < 3 * self.nodes.len() && self.kept[i / 3][i % 3];
        let free: Vec<usize> = (0..all).filter(|i| !kept(*i)).collect();
        let n = free.len();
        let small = DMatrix::<f64>::from_fn(n, n, |r, c| k[(free[r], free[c])]);
        let load = DVector::from_fn(n, |r, _| {
            let i = free[r];
            if i < 3 * self.nodes.len() { self.loads[i / 3][i % 3] } else { 0.0 }
        });
        let solved = small.cholesky().ok_or(Folds)?.solve(&load);
        if solved.iter().any(|u| !u.is_finite() || u.abs() > FOLDED) {
            return Err(Folds);
        }
        let mut whole = DVector::zeros(all);
        for (r, i) in free.iter().enumerate() {
            whole[*i] = solved[r];
        }
        Ok(whole)
    }

    fn read(&self, moved: &DVector<f64>, elements: &[(usize, usize, Vec<usize>, SMatrix<f64, 12, 12>)]) -> Solved {
        let mut solved = Solved {
            push_n: self.poles.iter().map(|p| vec![0.0; p.nodes.len() - 1]).collect(),
            bending_nm: vec![0.0; self.poles.len()],
            gives_n: self.poles.iter().map(|p| vec![V3::zeros(); p.nodes.len()]).collect(),
            cords_n: Vec::new(),
            feet_n: self.loads.iter().map(|l| -l).collect(),
        };
        for (p, i, places, stiff) in elements {
            let ends = SVector::<f64, 12>::from_fn(|r, _| moved[places[r]]);
            let f = stiff * ends;
            let pole = &self.poles[*p];
            let way = (self.nodes[pole.nodes[i + 1]] - self.nodes[pole.nodes[*i]]).normalize();
            for (end, from) in [(0, 0), (1, 6)] {
                let force = V3::new(f[from], f[from + 1], f[from + 2]);
                let moment = V3::new(f[from + 3], f[from + 4], f[from + 5]);
                let bending = (moment - way * moment.dot(&way)).norm();
                solved.bending_nm[*p] = solved.bending_nm[*p].max(bending);
                // What holds the pole there is what the node gives it.
                solved.gives_n[*p][i + end] -= force;
                solved.feet_n[pole.nodes[i + end]] += force;
                if end == 0 {
                    solved.push_n[*p][*i] = force.dot(&way);
                }
            }
        }
        for [a, b] in &self.cords {
            let way = self.nodes[*b] - self.nodes[*a];
            let (length, way) = (way.norm(), way.normalize());
            let at = |n: usize| V3::new(moved[3 * n], moved[3 * n + 1], moved[3 * n + 2]);
            let pull = CORD_EA / length * (at(*b) - at(*a)).dot(&way);
            solved.cords_n.push(pull);
            solved.feet_n[*a] -= way * pull;
            solved.feet_n[*b] += way * pull;
        }
        solved
    }

    /// How far forces are from adding up, newtons: about every node that is not kept, and about the whole.
    pub fn out_of_balance(&self, solved: &Solved) -> f64 {
        let node = |i: usize| {
            let given = solved.feet_n[i];
            (0..3).filter(|k| !self.kept[i][*k]).map(|k| given[k].abs()).fold(0.0, f64::max)
        };
        let whole: V3 = self.loads.iter().zip(&solved.feet_n).map(|(l, f)| l + f).sum();
        (0..self.nodes.len()).map(node).fold(whole.norm(), f64::max)
    }
}

/// Stiffness of a round pole between two points, in the frame's own directions.
fn beam(a: V3, b: V3, thick_m: f64) -> SMatrix<f64, 12, 12> {
    let way = b - a;
    let (l, x) = (way.norm(), way.normalize());
    let up = if x.z.abs() > 0.9 { V3::x() } else { V3::z() };
    let y = up.cross(&x).normalize();
    let z = x.cross(&y);
    let area = std::f64::consts::PI * thick_m.powi(2) / 4.0;
    let i = std::f64::consts::PI * thick_m.powi(4) / 64.0;
    let (axial, twist) = (WOOD_E * area / l, WOOD_G * 2.0 * i / l);
    let (s, m, e, f) =
        (12.0 * WOOD_E * i / l.powi(3), 6.0 * WOOD_E * i / l.powi(2), 4.0 * WOOD_E * i / l, 2.0 * WOOD_E * i / l);
    let mut k = SMatrix::<f64, 12, 12>::zeros();
    let mut put = |r: usize, c: usize, v: f64| {
        k[(r, c)] = v;
        k[(c, r)] = v;
    };
    for (at, v) in [(0, axial), (3, twist)] {
        put(at, at, v);
        put(at + 6, at + 6, v);
        put(at, at + 6, -v);
    }
    // Bending in the planes x–y (turning about z) and x–z (turning about y, the other way round).
    for (across, turn, sign) in [(1, 5, 1.0), (2, 4, -1.0)] {
        put(across, across, s);
        put(across + 6, across + 6, s);
        put(across, across + 6, -s);
        put(across, turn, sign * m);
        put(across, turn + 6, sign * m);
        put(across + 6, turn, -sign * m);
        put(across + 6, turn + 6, -sign * m);
        put(turn, turn, e);
        put(turn + 6, turn + 6, e);
        put(turn, turn + 6, f);
    }
    let turn = Matrix3::from_columns(&[x, y, z]);
    let mut t = SMatrix::<f64, 12, 12>::zeros();
    for block in 0..4 {
        t.fixed_view_mut::<3, 3>(3 * block, 3 * block).copy_from(&turn);
    }
    t * k * t.transpose()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A beam on two supports, loaded in the middle: W/2 each, W L / 4 (any handbook of statics).
    #[test]
    fn a_beam_bends_by_a_quarter_of_load_times_length() {
        let mut f = Frame::default();
        let n = [0.0, 1.0, 2.0].map(|x| f.node(V3::new(x, 0.0, 0.0)));
        f.pole(&n, 0.1);
        f.kept[n[0]] = [true; 3];
        f.kept[n[2]] = [false, true, true];
        f.loads[n[1]] = V3::new(0.0, 0.0, -1000.0);
        let s = f.solved().expect("goes");
        assert!((s.bending_nm[0] - 500.0).abs() < 1e-3, "{}", s.bending_nm[0]);
        assert!((s.feet_n[n[0]].z - 500.0).abs() < 1e-6 && (s.feet_n[n[2]].z - 500.0).abs() < 1e-6);
        assert!(f.out_of_balance(&s) < 1e-6);
    }

    /// A tripod by hand: each leg pushes W / (3 cos a), thrusts W tan a / 3 outward; a spread line between feet takes that over √3.
    #[test]
    fn a_tripod_by_hand() {
        let (h, r, w) = (2.46f64, 0.85f64, 392.0);
        for lined in [false, true] {
            let mut f = Frame::default();
            let top = f.node(V3::new(0.0, 0.0, h));
            f.loads[top] = V3::new(0.0, 0.0, -w);
            let feet: Vec<usize> = (0..3)
                .map(|i| {
                    let (s, c) = (f64::from(i) * 120.0).to_radians().sin_cos();
                    f.node(V3::new(r * c, r * s, 0.0))
                })
                .collect();
            for (i, foot) in feet.iter().enumerate() {
                f.pole(&[*foot, top], 0.075);
                f.kept[*foot] = [!lined || i == 0, !lined || i < 2, true];
            }
            if lined {
                f.cords = vec![[feet[0], feet[1]], [feet[1], feet[2]], [feet[2], feet[0]]];
            }
            let s = f.solved().expect("goes");
            let slope = r / h;
            let leg = w / 3.0 * (1.0 + slope * slope).sqrt();
            assert!(s.push_n.iter().all(|p| (p[0] - leg).abs() < 1e-3), "{:?} for {leg}", s.push_n);
            let out = w / 3.0 * slope;
            if lined {
                assert!(s.cords_n.iter().all(|t| (t - out / 3f64.sqrt()).abs() < 1e-2), "{:?}", s.cords_n);
            } else {
                let f0 = s.feet_n[feet[0]];
                assert!((f0.x + out).abs() < 1e-3, "{f0} for {out}");
            }
            assert!(f.out_of_balance(&s) < 1e-6);
        }
    }

    #[test]
    fn two_legs_alone_fold() {
        let mut f = Frame::default();
        let top = f.node(V3::new(0.0, 0.0, 2.0));
        f.loads[top] = V3::new(0.0, 0.0, -100.0);
        for x in [-1.0, 1.0] {
            let foot = f.node(V3::new(x, 0.0, 0.0));
            f.pole(&[foot, top], 0.08);
            f.kept[foot] = [true; 3];
        }
        f.loads[top].y = 10.0;
        assert!(f.solved().is_err());
    }
}
