//! Cutting stock in whole units: demands cut from bars, some of them limited in number, at the least cost.
//!
//! A bound by the linear programme over patterns, its patterns found one by one (Gilmore and Gomory 1961); a first answer by the
//! longest demand first into the tightest bar; then the integer programme over the patterns found. Where the cost of the answer is
//! the bound rounded up, it is proven the least.

use super::columns::{Columns, bound, filling};
use super::problem::{Bar, Demand, Pattern};
use good_lp::solvers::WithTimeLimit;
use good_lp::{
    Expression, ProblemVariables, Solution, SolverModel, WithInitialSolution, constraint, microlp, variable,
};
use std::cmp::Reverse;

/// An answer.
#[derive(Debug, Clone, PartialEq)]
pub struct Solved {
    /// Patterns and how often each is cut; nothing is cut more often than it is demanded.
    pub used: Vec<(Pattern, u32)>,
    /// What that costs.
    pub cost: f64,
    /// It cannot cost less.
    pub bound: f64,
    /// How many of each demand cannot be cut from anything.
    pub uncut: Vec<u32>,
}

impl Solved {
    /// How far the cost may be above the least, as a share of it.
    pub fn gap(&self) -> f64 {
        if self.cost <= self.bound { 0.0 } else { (self.cost - self.bound) / self.cost }
    }
}

/// More lengths than this are not put to the linear programme: the first answer and the bound by material stand.
pub const LENGTHS: usize = 80;
/// The integer programme is given this long, seconds.
const SECONDS: f64 = 1.2;

/// Cuts the demands from the bars.
pub fn solve(demands: &[Demand], bars: &[Bar]) -> Solved {
    let (wanted, uncut) = cuttable(demands, bars);
    let first = first_answer(&wanted, bars);
    let material = by_material(&wanted, bars);
    if wanted.iter().all(|d| d.times == 0) || cost(&first, bars) <= whole(material, bars) {
        return told(first, material, &wanted, bars, uncut);
    }
    // Where nothing is bought the shortest pieces that hold it were taken already.
    if wanted.len() > LENGTHS || first.iter().all(|(p, _)| bars[p.bar].limit.is_some()) {
        return told(first, material, &wanted, bars, uncut);
    }
    let mut columns = Columns::new(&wanted, bars);
    columns.take(first.iter().map(|(p, _)| p.clone()));
    let bound = bound(&mut columns).unwrap_or(0.0).max(material);
    if cost(&first, bars) <= whole(bound, bars) + 1e-9 {
        return told(first, bound, &wanted, bars, uncut);
    }
    let better = integers(&columns, &first).filter(|b| cost(b, bars) < cost(&first, bars) - 1e-9);
    told(better.unwrap_or(first), bound, &wanted, bars, uncut)
}

/// Demands that fit some bar, and how many of each do not.
fn cuttable(demands: &[Demand], bars: &[Bar]) -> (Vec<Demand>, Vec<u32>) {
    let longest = bars.iter().map(|b| b.length).max().unwrap_or(0);
    let fits = |d: &Demand| d.length <= longest;
    let wanted = demands.iter().map(|d| Demand { times: if fits(d) { d.times } else { 0 }, ..*d }).collect();
    (wanted, demands.iter().map(|d| if fits(d) { 0 } else { d.times }).collect())
}

fn told(used: Vec<(Pattern, u32)>, bound: f64, demands: &[Demand], bars: &[Bar], mut uncut: Vec<u32>) -> Solved {
    let used = of_what_there_is(trimmed(used, demands), demands, bars);
    for (i, d) in demands.iter().enumerate() {
        let cut: u32 = used.iter().map(|(p, n)| p.counts[i] * n).sum();
        uncut[i] += d.times.saturating_sub(cut);
    }
    let cost = cost(&used, bars);
    Solved { used, cost, bound: whole(bound, bars).min(cost), uncut }
}

fn cost(used: &[(Pattern, u32)], bars: &[Bar]) -> f64 {
    used.iter().map(|(p, n)| bars[p.bar].cost * f64::from(*n)).sum()
}

/// A bound where every bar costs a whole number is one too once it is rounded up.
fn whole(bound: f64, bars: &[Bar]) -> f64 {
    if bars.iter().all(|b| b.cost.fract() == 0.0) { (bound - 1e-6).ceil().max(0.0) } else { bound }
}

/// All the length wanted, paid at the best price there is; limited bars are used up first where they are cheaper.
fn by_material(demands: &[Demand], bars: &[Bar]) -> f64 {
    let mut left: f64 = demands.iter().map(|d| f64::from(d.length) * f64::from(d.times)).sum();
    let price = |b: &Bar| b.cost / f64::from(b.length.max(1));
    let mut by_price: Vec<&Bar> = bars.iter().collect();
    by_price.sort_by(|a, b| price(a).total_cmp(&price(b)));
    let mut cost = 0.0;
    for b in by_price {
        let most = b.limit.map_or(f64::INFINITY, |n| f64::from(n) * f64::from(b.length));
        let taken = left.min(most);
        cost += taken * price(b);
        left -= taken;
    }
    cost
}

/// The longest demand first, each into the bar begun that it fills best; else a new one, the cheapest that holds it.
fn longest_first(demands: &[Demand], bars: &[Bar]) -> Vec<(Pattern, u32)> {
    let mut order: Vec<usize> = (0..demands.len()).collect();
    order.sort_by_key(|i| Reverse(demands[*i].length));
    let mut left: Vec<Option<u32>> = bars.iter().map(|b| b.limit).collect();
    let mut begun: Vec<(Pattern, u32)> = Vec::new();
    for i in order {
        for _ in 0..demands[i].times {
            let length = demands[i].length;
            let tightest = begun.iter_mut().filter(|(_, room)| *room >= length).min_by_key(|(_, room)| *room);
            if let Some((pattern, room)) = tightest {
                pattern.counts[i] += 1;
                *room -= length;
                continue;
            }
            let open = |b: &usize| bars[*b].length >= length && left[*b] != Some(0);
            let by = |a: &usize, b: &usize| {
                bars[*a].cost.total_cmp(&bars[*b].cost).then(bars[*a].length.cmp(&bars[*b].length))
            };
            let Some(bar) = (0..bars.len()).filter(open).min_by(by) else { continue };
            left[bar] = left[bar].map(|n| n - 1);
            let mut counts = vec![0; demands.len()];
            counts[i] = 1;
            begun.push((Pattern { bar, counts }, bars[bar].length - length));
        }
    }
    gathered(begun.into_iter().map(|(p, _)| (p, 1)))
}

/// The longest demand left opens the cheapest bar that holds it, and what fills that bar best goes with it (the way of least slack).
fn fullest_first(demands: &[Demand], bars: &[Bar]) -> Vec<(Pattern, u32)> {
    let mut still: Vec<Demand> = demands.to_vec();
    let mut left: Vec<Option<u32>> = bars.iter().map(|b| b.limit).collect();
    let mut all = Vec::new();
    loop {
        let open = |b: &usize, length: u32| bars[*b].length >= length && left[*b] != Some(0);
        let by = |a: &usize, b: &usize| bars[*a].cost.total_cmp(&bars[*b].cost);
        let longest = (0..still.len()).filter(|i| still[*i].times > 0).max_by_key(|i| still[*i].length);
        let Some(i) = longest else { break };
        let Some(bar) = (0..bars.len()).filter(|b| open(b, still[i].length)).min_by(by) else {
            still[i].times = 0;
            continue;
        };
        left[bar] = left[bar].map(|n| n - 1);
        still[i].times -= 1;
        let mut counts = filling(&still, bars[bar].length - still[i].length);
        for (d, n) in still.iter_mut().zip(&counts) {
            d.times -= n;
        }
        counts[i] += 1;
        all.push((Pattern { bar, counts }, 1));
    }
    gathered(all.into_iter())
}

/// The better of the two ways.
fn first_answer(demands: &[Demand], bars: &[Bar]) -> Vec<(Pattern, u32)> {
    let (longest, fullest) = (longest_first(demands, bars), fullest_first(demands, bars));
    let cut = |all: &[(Pattern, u32)]| all.iter().map(|(p, n)| p.counts.iter().sum::<u32>() * n).sum::<u32>();
    let better = cut(&fullest) > cut(&longest)
        || (cut(&fullest) == cut(&longest) && cost(&fullest, bars) < cost(&longest, bars));
    if better { fullest } else { longest }
}

/// Like patterns together.
fn gathered(patterns: impl Iterator<Item = (Pattern, u32)>) -> Vec<(Pattern, u32)> {
    let mut all: Vec<(Pattern, u32)> = Vec::new();
    for (p, n) in patterns {
        match all.iter_mut().find(|(q, _)| *q == p) {
            Some((_, m)) => *m += n,
            None => all.push((p, n)),
        }
    }
    all
}

/// Nothing cut more often than it is demanded: what a pattern has too much of stays on its bar.
fn trimmed(used: Vec<(Pattern, u32)>, demands: &[Demand]) -> Vec<(Pattern, u32)> {
    let mut still: Vec<u32> = demands.iter().map(|d| d.times).collect();
    let each = used.into_iter().flat_map(|(p, n)| std::iter::repeat_n(p, n as usize));
    let trimmed: Vec<Pattern> = each
        .map(|mut p| {
            for (n, still) in p.counts.iter_mut().zip(&mut still) {
                *n = (*n).min(*still);
                *still -= *n;
            }
            p
        })
        .filter(|p| p.counts.iter().any(|n| *n > 0))
        .collect();
    gathered(trimmed.into_iter().map(|p| (p, 1)))
}

/// Bars there are and that lie unused, the shortest first, each filled with what would be cut from bars that are bought.
fn of_what_there_is(used: Vec<(Pattern, u32)>, demands: &[Demand], bars: &[Bar]) -> Vec<(Pattern, u32)> {
    let mut each: Vec<Pattern> = used.into_iter().flat_map(|(p, n)| std::iter::repeat_n(p, n as usize)).collect();
    let mut lying: Vec<usize> = Vec::new();
    for (bar, b) in bars.iter().enumerate() {
        let begun = each.iter().filter(|p| p.bar == bar).count() as u32;
        lying.extend(std::iter::repeat_n(bar, b.limit.map_or(0, |n| n.saturating_sub(begun)) as usize));
    }
    lying.sort_by_key(|bar| bars[*bar].length);
    for bar in lying {
        let bought = |i: usize| each.iter().filter(|p| bars[p.bar].limit.is_none()).map(|p| p.counts[i]).sum();
        let still: Vec<Demand> = demands.iter().enumerate().map(|(i, d)| Demand { times: bought(i), ..*d }).collect();
        let counts = filling(&still, bars[bar].length);
        if counts.iter().all(|n| *n == 0) {
            continue;
        }
        // Taken from what is bought, the emptiest first.
        each.sort_by_key(|p| p.taken(demands));
        for (i, n) in counts.iter().enumerate() {
            let mut left = *n;
            for p in each.iter_mut().filter(|p| bars[p.bar].limit.is_none()) {
                let here = left.min(p.counts[i]);
                p.counts[i] -= here;
                left -= here;
            }
        }
        each.push(Pattern { bar, counts });
    }
    each.retain(|p| p.counts.iter().any(|n| *n > 0));
    gathered(each.into_iter().map(|p| (p, 1)))
}

/// The least by whole numbers of the patterns found; begun from the first answer.
fn integers(columns: &Columns<'_>, first: &[(Pattern, u32)]) -> Option<Vec<(Pattern, u32)>> {
    let (demands, bars) = (columns.demands, columns.bars);
    let mut vars = ProblemVariables::new();
    let times: Vec<_> = columns.patterns.iter().map(|_| vars.add(variable().integer().min(0))).collect();
    let cost: Expression = columns.patterns.iter().zip(&times).map(|(p, x)| bars[p.bar].cost * *x).sum();
    let begun = columns.patterns.iter().zip(&times).map(|(p, x)| {
        let n = first.iter().find(|(q, _)| q == p).map_or(0, |f| f.1);
        (*x, f64::from(n))
    });
    let begun: Vec<_> = begun.collect();
    let mut model = vars.minimise(cost).using(microlp).with_time_limit(SECONDS).with_initial_solution(begun);
    for (i, d) in demands.iter().enumerate().filter(|(_, d)| d.times > 0) {
        let cut: Expression = columns.patterns.iter().zip(&times).map(|(p, x)| f64::from(p.counts[i]) * *x).sum();
        model = model.with(constraint!(cut >= f64::from(d.times)));
    }
    for (k, b) in bars.iter().enumerate() {
        if let Some(limit) = b.limit {
            let taken: Expression = columns
                .patterns
                .iter()
                .zip(&times)
                .filter(|(p, _)| p.bar == k)
                .map(|(_, x)| Expression::from(*x))
                .sum();
            model = model.with(constraint!(taken <= f64::from(limit)));
        }
    }
    let solved = model.solve().ok()?;
    let used = columns.patterns.iter().zip(&times).filter_map(|(p, x)| {
        let n = solved.value(*x).round();
        (n > 0.0).then(|| (p.clone(), n as u32))
    });
    Some(used.collect())
}
