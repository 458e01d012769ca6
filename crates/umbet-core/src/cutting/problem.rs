//! The problem in whole units: what is wanted, what there is, what is cut from one.

/// So many of one length.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Demand {
    /// Its length.
    pub length: u32,
    /// How many.
    pub times: u32,
}

/// A length that is cut from.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bar {
    /// Its length.
    pub length: u32,
    /// How many there are; any number when absent.
    pub limit: Option<u32>,
    /// What cutting one costs.
    pub cost: f64,
}

/// What is cut from one bar.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Pattern {
    /// Which bar.
    pub bar: usize,
    /// How many of each demand.
    pub counts: Vec<u32>,
}

impl Pattern {
    /// What of its bar it takes.
    pub fn taken(&self, demands: &[Demand]) -> u32 {
        self.counts.iter().zip(demands).map(|(n, d)| n * d.length).sum()
    }
}
