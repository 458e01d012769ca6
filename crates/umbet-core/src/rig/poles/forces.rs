//! Forces in what was built: with feet that hold, and with feet that slide where it stands then as well.

use super::build::Standing;
use super::draft::Build;
use crate::statics::frame::{Frame, Solved, V3};
use crate::units::Band;

/// What poles, lashings and ground bear.
#[derive(Debug, Clone)]
pub struct Forces {
    /// Worked out with feet that hold; what the ground gives them is in it. Nothing where no frame stands.
    pub holding: Option<Solved>,
    /// It stands though its feet slide.
    pub slides_well: bool,
    /// The hardest pushed pole's push, newtons, and the length it may bow out over, metres.
    pub pushed: (Band, f64),
    /// The hardest bent pole: its name and its moment, newton metres.
    pub bent: Option<(&'static str, f64)>,
    /// Along a pole at each kind of lashing, the hardest, newtons.
    pub slips_n: Vec<Band>,
    /// Hardest foot: push aside and what it bears, newtons.
    pub foot_n: [f64; 2],
    /// The hardest pull in a line between feet, newtons.
    pub line_n: f64,
}

impl Standing {
    /// Forces in it; `None` where it folds.
    pub fn forces(&self, build: Build, direct_n: f64) -> Option<Forces> {
        if !build.legged() {
            // One joint: what it bears goes along the pole it is lashed to.
            let share = direct_n / self.lashed[0].nodes.len() as f64;
            return Some(Forces {
                holding: None,
                slides_well: true,
                pushed: (Band::default(), 0.0),
                bent: None,
                slips_n: vec![Band { low: share, high: share }],
                foot_n: [0.0, 0.0],
                line_n: 0.0,
            });
        }
        let holding = self.frame.solved().ok()?;
        let sliding = self.sliding();
        let both: Vec<&Solved> = std::iter::once(&holding).chain(sliding.as_ref()).collect();
        let over = |f: &dyn Fn(&Solved) -> f64| Band::over(both.iter().map(|s| f(s)));
        let (pole, stretch) = self.hardest_pushed(&both);
        let bent = (0..self.frame.poles.len())
            .map(|p| (self.roles[p].name, both.iter().map(|s| s.bending_nm[p]).fold(0.0, f64::max)))
            .max_by(|a, b| a.1.total_cmp(&b.1));
        let slips_n = self.lashed.iter().map(|l| over(&|s| self.slip(s, &l.nodes))).collect();
        let level = |f: V3| f.x.hypot(f.y);
        let foot = self.feet.iter().map(|n| holding.feet_n[*n]).max_by(|a, b| level(*a).total_cmp(&level(*b)));
        let foot_n = foot.map_or([0.0, 0.0], |f| [level(f), f.z]);
        let line_n = sliding.iter().flat_map(|s| s.cords_n.iter().copied()).fold(0.0, f64::max);
        Some(Forces {
            pushed: (over(&|s| s.push_n[pole][stretch]), self.stretch_m(pole, stretch)),
            slides_well: sliding.is_some(),
            bent: bent.filter(|b| b.1 > 1.0),
            slips_n,
            foot_n,
            line_n,
            holding: Some(holding),
        })
    }

    /// Feet that slide, kept from wandering off as a whole; lines between them hold.
    fn sliding(&self) -> Option<Solved> {
        let mut frame: Frame = self.frame.clone();
        frame.cords.clone_from(&self.lines);
        // In a row each pair of feet stands by itself.
        for (i, foot) in self.feet.iter().enumerate() {
            let first = if self.feet.len() == 3 { i == 0 } else { i % 2 == 0 };
            let second = self.feet.len() != 3 || i < 2;
            frame.kept[*foot] = [first, second, true];
        }
        let solved = frame.solved().ok()?;
        solved.cords_n.iter().all(|n| *n >= -1e-6).then_some(solved)
    }

    fn stretch_m(&self, pole: usize, stretch: usize) -> f64 {
        let nodes = &self.frame.poles[pole].nodes;
        (self.frame.nodes[nodes[stretch + 1]] - self.frame.nodes[nodes[stretch]]).norm()
    }

    /// The stretch nearest to bowing out: push times length squared.
    fn hardest_pushed(&self, both: &[&Solved]) -> (usize, usize) {
        let near = |&(p, i): &(usize, usize)| {
            let push = both.iter().map(|s| s.push_n[p][i]).fold(0.0, f64::max);
            push * self.stretch_m(p, i).powi(2)
        };
        let all = self.frame.poles.iter().enumerate();
        let all = all.flat_map(|(p, pole)| (0..pole.nodes.len() - 1).map(move |i| (p, i)));
        all.max_by(|a, b| near(a).total_cmp(&near(b))).unwrap_or((0, 0))
    }

    /// What goes along a pole at one of these nodes, the most.
    fn slip(&self, solved: &Solved, nodes: &[usize]) -> f64 {
        let mut most: f64 = 0.0;
        for (p, pole) in self.frame.poles.iter().enumerate() {
            let at = |n: usize| self.frame.nodes[pole.nodes[n]];
            let way = (at(pole.nodes.len() - 1) - at(0)).normalize();
            for (i, _) in pole.nodes.iter().enumerate().filter(|(_, n)| nodes.contains(n)) {
                most = most.max(solved.gives_n[p][i].dot(&way).abs());
            }
        }
        most
    }
}
