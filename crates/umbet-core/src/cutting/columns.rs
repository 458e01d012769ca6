//! Patterns one by one: the dual of the linear programme over patterns, and the pattern it prices too low.

use super::problem::{Bar, Demand, Pattern};
use good_lp::{Expression, ProblemVariables, Solution, SolverModel, constraint, microlp, variable};

/// The patterns found so far.
pub struct Columns<'a> {
    pub demands: &'a [Demand],
    pub bars: &'a [Bar],
    pub patterns: Vec<Pattern>,
}

/// So many rounds at most; each adds a pattern for every bar that still wants one.
const ROUNDS: usize = 240;
/// Prices nearer than this are alike.
const ALIKE: f64 = 1e-7;

impl<'a> Columns<'a> {
    /// With one pattern for each demand in each bar, as often as it goes.
    pub fn new(demands: &'a [Demand], bars: &'a [Bar]) -> Self {
        let mut all = Self { demands, bars, patterns: Vec::new() };
        for (bar, b) in bars.iter().enumerate() {
            for (i, d) in demands.iter().enumerate().filter(|(_, d)| d.times > 0 && d.length <= b.length) {
                let mut counts = vec![0; demands.len()];
                counts[i] = (b.length / d.length.max(1)).min(d.times);
                all.patterns.push(Pattern { bar, counts });
            }
        }
        all
    }

    /// Takes these in, each once.
    pub fn take(&mut self, patterns: impl Iterator<Item = Pattern>) -> bool {
        let before = self.patterns.len();
        for p in patterns {
            if !self.patterns.contains(&p) {
                self.patterns.push(p);
            }
        }
        self.patterns.len() > before
    }
}

/// The linear programme's value, once no pattern is priced too low; nothing where that was not reached.
pub fn bound(columns: &mut Columns<'_>) -> Option<f64> {
    for _ in 0..ROUNDS {
        let (value, price, rent) = dual(columns)?;
        let better = priced(columns, &price, &rent);
        if better.is_empty() || !columns.take(better.into_iter()) {
            return Some(value);
        }
    }
    None
}

/// What each demand is worth and what each limited bar's place is worth, so that no pattern found is worth more than it costs.
fn dual(columns: &Columns<'_>) -> Option<(f64, Vec<f64>, Vec<f64>)> {
    let most = columns.bars.iter().map(|b| b.cost).fold(1.0, f64::max);
    let mut vars = ProblemVariables::new();
    let price: Vec<_> = columns.demands.iter().map(|_| vars.add(variable().min(0).max(most))).collect();
    let rent: Vec<_> = columns.bars.iter().map(|b| b.limit.map(|_| vars.add(variable().min(0)))).collect();
    let worth: Expression = columns.demands.iter().zip(&price).map(|(d, y)| f64::from(d.times) * *y).sum();
    let rents = columns.bars.iter().zip(&rent).filter_map(|(b, u)| Some(f64::from(b.limit?) * (*u)?));
    let mut model = vars.maximise(worth - rents.sum::<Expression>()).using(microlp);
    for p in &columns.patterns {
        let worth: Expression =
            p.counts.iter().zip(&price).filter(|(n, _)| **n > 0).map(|(n, y)| f64::from(*n) * *y).sum();
        let cost = columns.bars[p.bar].cost;
        model = match rent[p.bar] {
            Some(u) => model.with(constraint!(worth - u <= cost)),
            None => model.with(constraint!(worth <= cost)),
        };
    }
    let solved = model.solve().ok()?;
    let price: Vec<f64> = price.iter().map(|y| solved.value(*y)).collect();
    let rent: Vec<f64> = rent.iter().map(|u| u.map_or(0.0, |u| solved.value(u))).collect();
    let worth: f64 = columns.demands.iter().zip(&price).map(|(d, y)| f64::from(d.times) * y).sum();
    let rents: f64 = columns.bars.iter().zip(&rent).map(|(b, u)| f64::from(b.limit.unwrap_or(0)) * u).sum();
    Some((worth - rents, price, rent))
}

/// For each bar the pattern worth most, where that is more than it costs: one knapsack for all bars together.
fn priced(columns: &Columns<'_>, price: &[f64], rent: &[f64]) -> Vec<Pattern> {
    let longest = columns.bars.iter().map(|b| b.length).max().unwrap_or(0) as usize;
    let parts = split(columns.demands, price);
    let mut best = vec![0.0f64; longest + 1];
    let mut taken: Vec<Vec<bool>> = Vec::with_capacity(parts.len());
    for part in &parts {
        let mut here = vec![false; longest + 1];
        for room in (part.length..=longest).rev() {
            let with = best[room - part.length] + part.worth;
            if with > best[room] + ALIKE {
                best[room] = with;
                here[room] = true;
            }
        }
        taken.push(here);
    }
    let mut all = Vec::new();
    for (bar, b) in columns.bars.iter().enumerate() {
        let mut room = b.length as usize;
        if best[room] <= b.cost + rent[bar] + 10.0 * ALIKE {
            continue;
        }
        let mut counts = vec![0; columns.demands.len()];
        for (part, here) in parts.iter().zip(&taken).rev() {
            if here[room] {
                counts[part.demand] += part.times;
                room -= part.length;
            }
        }
        all.push(Pattern { bar, counts });
    }
    all
}

/// What fills so much room best, of what is still wanted.
pub fn filling(demands: &[Demand], room: u32) -> Vec<u32> {
    let worth: Vec<f64> = demands.iter().map(|d| f64::from(d.length)).collect();
    let bars = [Bar { length: room, limit: None, cost: 0.0 }];
    let columns = Columns { demands, bars: &bars, patterns: Vec::new() };
    let best = priced(&columns, &worth, &[0.0]).pop();
    best.map_or_else(|| vec![0; demands.len()], |p| p.counts)
}

struct Times {
    demand: usize,
    times: u32,
    length: usize,
    worth: f64,
}

/// As many of a demand as there are, in parts of one, two, four and what is left: any number of them is a sum of some.
fn split(demands: &[Demand], price: &[f64]) -> Vec<Times> {
    let mut all = Vec::new();
    for (demand, d) in demands.iter().enumerate().filter(|(i, d)| d.times > 0 && price[*i] > ALIKE) {
        let (mut left, mut times) = (d.times, 1);
        while left > 0 {
            let n = times.min(left);
            all.push(Times { demand, times: n, length: (n * d.length) as usize, worth: f64::from(n) * price[demand] });
            left -= n;
            times *= 2;
        }
    }
    all
}
