//! Fewer crossings: a stretch that lies over everything it meets (or under everything) may be laid anew
//! along any way between its ends, so it is laid along the one that meets least (a *pass move*).
//!
//! The diagram is held as a map of half-edges: half-edge `4c + s` leaves crossing `c` by its slot `s`,
//! slots counter-clockwise from the incoming lower one. Every pass move that helps is made until none
//! does. What ends with no crossing is proved to be unknotted; what ends with `n` has at most `n`.

use super::diagram::{Crossing, Diagram};
use std::collections::VecDeque;

/// The same curves with as few crossings as pass moves find.
pub fn simplified(diagram: &Diagram) -> Diagram {
    let mut net = Net::of(diagram);
    while let Some(fewer) = net.relaid() {
        net = fewer;
    }
    net.diagram()
}

/// Two half-edges that end where a stretch was taken up.
const MARKS: usize = 2;

#[derive(Clone)]
struct Net {
    /// The half-edge each half-edge is joined to; the last two are the marks.
    twin: Vec<usize>,
    /// Sign of each crossing; 0 where it has been taken out.
    sign: Vec<i32>,
    free_loops: usize,
}

/// A stretch of one curve: the half-edges by which it enters its crossings, in order.
struct Stretch {
    enters: Vec<usize>,
    /// It is a whole curve.
    closed: bool,
}

impl Net {
    fn of(d: &Diagram) -> Self {
        let n = d.crossings.len();
        let mut twin = vec![usize::MAX; 4 * n + MARKS];
        let mut seen = std::collections::HashMap::new();
        for (c, crossing) in d.crossings.iter().enumerate() {
            for (s, edge) in crossing.edges.iter().enumerate() {
                if let Some(other) = seen.insert(edge, 4 * c + s) {
                    twin[4 * c + s] = other;
                    twin[other] = 4 * c + s;
                }
            }
        }
        Self { twin, sign: d.crossings.iter().map(|c| c.sign).collect(), free_loops: d.free_loops }
    }

    /// Crossings, marks not counted.
    fn len(&self) -> usize {
        self.sign.len()
    }

    /// The slot by which the upper strand enters.
    fn over_in(&self, c: usize) -> usize {
        if self.sign[c] > 0 { 3 } else { 1 }
    }

    /// The half-edges by which a crossing is entered: below, above.
    fn entries(&self, c: usize) -> [usize; 2] {
        [4 * c, 4 * c + self.over_in(c)]
    }

    /// The half-edge by which the next crossing is entered, along the curve.
    fn next(&self, enters: usize) -> usize {
        self.twin[enters ^ 2]
    }

    /// Lies above at the crossing it enters here (slots below are even).
    fn over(enters: usize) -> bool {
        enters % 2 == 1
    }

    /// Longest stretches, all over or all under.
    fn stretches(&self) -> Vec<Stretch> {
        let mut all = Vec::new();
        let mut done = vec![false; self.twin.len()];
        for first in (0..self.len()).filter(|&c| self.sign[c] != 0).flat_map(|c| self.entries(c)) {
            if done[first] {
                continue;
            }
            let ring: Vec<usize> =
                std::iter::successors(Some(first), |&e| Some(self.next(e)).filter(|&n| n != first)).collect();
            ring.iter().for_each(|&e| done[e] = true);
            let turn = (0..ring.len()).find(|&i| Self::over(ring[i]) != Self::over(ring[(i + 1) % ring.len()]));
            let Some(turn) = turn else {
                all.push(Stretch { enters: ring, closed: true });
                continue;
            };
            let mut ring = ring;
            ring.rotate_left(turn + 1);
            let runs = ring.chunk_by(|a, b| Self::over(*a) == Self::over(*b));
            all.extend(runs.map(|r| Stretch { enters: r.to_vec(), closed: false }));
        }
        all
    }

    /// The net after the first pass move that helps.
    fn relaid(&self) -> Option<Self> {
        let mut stretches = self.stretches();
        stretches.sort_by_key(|s| std::cmp::Reverse(s.enters.len()));
        stretches.iter().find_map(|s| if s.closed { Some(self.lifted(s)) } else { self.relay(s) })
    }

    /// A curve that lies over (or under) everything comes off.
    fn lifted(&self, s: &Stretch) -> Self {
        let mut net = self.clone();
        s.enters.iter().for_each(|&e| net.take_out(e));
        net.free_loops += 1;
        net
    }

    /// Takes out the crossing entered here; its other strand runs on.
    fn take_out(&mut self, enters: usize) {
        let c = enters / 4;
        let one = 4 * c + (enters + 1) % 4;
        let other = one ^ 2;
        let (a, b) = (self.twin[one], self.twin[other]);
        if a == other {
            self.free_loops += 1;
        } else {
            (self.twin[a], self.twin[b]) = (b, a);
        }
        self.sign[c] = 0;
    }

    /// The stretch taken up and laid along the shortest way; `None` when that is no shorter.
    fn relay(&self, s: &Stretch) -> Option<Self> {
        let mut net = self.clone();
        let (from, to) = (4 * net.len(), 4 * net.len() + 1);
        let (first, last) = (s.enters[0], s.enters[s.enters.len() - 1] ^ 2);
        net.join(net.twin[first], from);
        net.join(net.twin[last], to);
        s.enters.iter().for_each(|&e| net.take_out(e));
        let way = net.way(from, to, s.enters.len())?;
        let mut spare: Vec<usize> = s.enters.iter().map(|e| e / 4).collect();
        let mut end = net.twin[from];
        for edge in way {
            let c = spare.pop()?;
            end = net.cross(end, edge, c, Self::over(first));
        }
        if end == to {
            net.free_loops += 1;
        } else {
            net.join(end, net.twin[to]);
        }
        Some(net)
    }

    fn join(&mut self, a: usize, b: usize) {
        self.twin[a] = b;
        self.twin[b] = a;
    }

    /// The rope runs outwards along this half-edge.
    fn outward(&self, h: usize) -> bool {
        let c = h / 4;
        if c == self.len() {
            return h % 4 == 1;
        }
        !self.entries(c).contains(&h)
    }

    /// Lays the new strand, whose last end is `end`, across `edge` from its right to its left, as crossing
    /// `c`; returns the strand's new end.
    fn cross(&mut self, end: usize, edge: usize, c: usize, over: bool) -> usize {
        // With `edge` pointing north the new strand comes from the east.
        let along = self.outward(edge);
        let [south, east, north, west] = match (over, along) {
            (true, true) => [0, 1, 2, 3],
            (true, false) => [2, 3, 0, 1],
            (false, _) => [3, 0, 1, 2],
        };
        self.sign[c] = if over == along { -1 } else { 1 };
        let far = self.twin[edge];
        self.join(edge, 4 * c + south);
        self.join(far, 4 * c + north);
        self.join(end, 4 * c + east);
        4 * c + west
    }

    /// Faces: for each half-edge the number of the face on its right.
    fn faces(&self) -> Vec<usize> {
        let marks = 4 * self.len();
        let mut face = vec![usize::MAX; self.twin.len()];
        for start in 0..face.len() {
            if face[start] != usize::MAX || (start < marks && self.sign[start / 4] == 0) {
                continue;
            }
            let mut h = start;
            while face[h] == usize::MAX {
                face[h] = start;
                let a = self.twin[h];
                h = if a < marks { a / 4 * 4 + (a + 1) % 4 } else { a };
            }
        }
        face
    }

    /// Edges to cross from one mark to the other, fewer than `limit`.
    fn way(&self, from: usize, to: usize, limit: usize) -> Option<Vec<usize>> {
        let face = self.faces();
        let mut came: Vec<Option<usize>> = vec![None; face.len()];
        let mut depth = vec![usize::MAX; face.len()];
        let mut queue = VecDeque::from([face[from]]);
        depth[face[from]] = 0;
        while let Some(f) = queue.pop_front() {
            if f == face[to] {
                return Some(walked_back(&face, &came, f));
            }
            if depth[f] + 1 >= limit {
                continue;
            }
            for h in (0..face.len()).filter(|&h| face[h] == f) {
                let across = face[self.twin[h]];
                if depth[across] == usize::MAX {
                    depth[across] = depth[f] + 1;
                    came[across] = Some(h);
                    queue.push_back(across);
                }
            }
        }
        None
    }

    /// Numbered anew, curve by curve.
    fn diagram(&self) -> Diagram {
        let mut edge = vec![0; self.twin.len()];
        let mut count = 0;
        for first in (0..self.len()).filter(|&c| self.sign[c] != 0).flat_map(|c| self.entries(c)) {
            let mut e = first;
            while edge[e] == 0 {
                count += 1;
                (edge[e], edge[self.twin[e]]) = (count, count);
                e = self.next(e);
            }
        }
        let crossing = |c: usize| Crossing {
            edges: [edge[4 * c], edge[4 * c + 1], edge[4 * c + 2], edge[4 * c + 3]],
            sign: self.sign[c],
        };
        let crossings = (0..self.len()).filter(|&c| self.sign[c] != 0).map(crossing).collect();
        Diagram { crossings, free_loops: self.free_loops }
    }
}

fn walked_back(face: &[usize], came: &[Option<usize>], mut f: usize) -> Vec<usize> {
    let mut way = Vec::new();
    while let Some(h) = came[f] {
        way.push(h);
        f = face[h];
    }
    way.reverse();
    way
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Crossings of a twist (1, 2 in a row) that undoes itself: a curl and its opposite.
    #[test]
    fn a_curl_falls_out() {
        let d = Diagram::from_code(&[[1, 1, 2, 2]]);
        assert_eq!(simplified(&d), Diagram { crossings: vec![], free_loops: 1 });
    }

    #[test]
    fn a_trefoil_stays() {
        let d = Diagram::from_code(&[[1, 5, 2, 4], [3, 1, 4, 6], [5, 3, 6, 2]]);
        assert_eq!(simplified(&d).crossings.len(), 3);
    }
}
