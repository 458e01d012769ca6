//! Budgets: choosing over the whole catalogue under 2 ms, one step's SVG under 2 ms.

use criterion::Criterion;
use std::hint::black_box;
use umbet_core::choose::choose;
use umbet_core::draw::{Figure, draw, to_svg};
use umbet_core::knot::{Catalogue, catalogue};
use umbet_core::situation::{Draft, Situation, Task};
use umbet_core::units::Reader;

fn core(c: &mut Criterion) {
    let situation = Situation::read(&Draft::usual(Task::MakeFast)).expect("reads");
    let reader = Reader::default();
    c.bench_function("choose over the whole catalogue", |b| {
        b.iter(|| choose(catalogue(), black_box(&situation), &reader));
    });
    for id in ["clove-hitch", "butterfly", "figure-eight-loop"] {
        let knot = catalogue().find(id).expect("in the catalogue");
        let figure = Figure { size: [850.0, 500.0], step: Some(0), labels: true, ..Figure::default() };
        let finished = Figure { step: None, ..figure.clone() };
        c.bench_function(&format!("one step's SVG, {id}"), |b| {
            b.iter(|| to_svg(&draw(knot, black_box(&figure)).expect("draws"), None));
        });
        c.bench_function(&format!("the finished SVG, {id}"), |b| {
            b.iter(|| to_svg(&draw(knot, black_box(&finished)).expect("draws"), None));
        });
    }
    c.bench_function("read every knot file", |b| b.iter(|| Catalogue::built_in().expect("reads")));
}

fn main() {
    let mut criterion = Criterion::default().configure_from_args();
    core(&mut criterion);
    criterion.final_summary();
}
