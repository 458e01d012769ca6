//! Budgets: choosing over the whole catalogue under 2 ms, one step's SVG under 2 ms.

use criterion::Criterion;
use std::hint::black_box;
use umbet_core::choose::choose;
use umbet_core::draw::{Figure, draw, drawn_up, to_svg};
use umbet_core::dress::dressed;
use umbet_core::knot::{Catalogue, catalogue};
use umbet_core::situation::{Draft, Situation, Task};
use umbet_core::topology::{Diagram, identify, jones};
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
        let form = dressed(id).expect("it is drawn up");
        let size = Figure { size: [800.0, 500.0], ..Figure::default() };
        c.bench_function(&format!("drawn up, SVG, {id}"), |b| {
            b.iter(|| to_svg(&drawn_up(knot, form, 1.0, &size), None).len());
        });
        c.bench_function(&format!("the finished SVG, {id}"), |b| {
            b.iter(|| to_svg(&draw(knot, black_box(&finished)).expect("draws"), None));
        });
    }
    c.bench_function("read every knot file", |b| b.iter(|| Catalogue::built_in().expect("reads")));
}

/// The whole plan of a shelter, and the plan with its drawings: what a change on the page waits for.
fn shelter(c: &mut Criterion) {
    use umbet_core::rig::shelter::{Shelter, ShelterDraft, plan};
    use umbet_core::rig::{Given, Rig};
    let shelter = Shelter::read(&ShelterDraft::of_the_crew()).expect("the crew's own reads");
    let (habits, reader) = (umbet_core::situation::Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 };
    assert!(plan(&shelter, &given).is_ok());
    c.bench_function("plan a shelter", |b| b.iter(|| std::hint::black_box(plan(&shelter, &given)).is_ok()));
    c.bench_function("plan a shelter and draw it", |b| b.iter(|| Rig::plan(&shelter, &given).is_ok()));
}

/// A load whose smallest change has to be found, with its drawings.
fn load(c: &mut Criterion) {
    use umbet_core::rig::load::{Load, LoadDraft};
    use umbet_core::rig::{Given, Rig};
    let load = Load::read(&LoadDraft::usual()).expect("the usual one reads");
    let (habits, reader) = (umbet_core::situation::Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 };
    assert!(load.plan(&given).is_ok());
    c.bench_function("plan a load, its smallest change, and draw it", |b| b.iter(|| Rig::plan(&load, &given).is_ok()));
}

/// Hauls, hung bars, and every sort of thing built of poles, with their drawings; budget 5 ms each.
fn rigs(c: &mut Criterion) {
    use umbet_core::rig::hang::{Hang, HangDraft};
    use umbet_core::rig::haul::{Haul, HaulDraft};
    use umbet_core::rig::mast::{Mast, MastDraft, mast_kinds};
    use umbet_core::rig::poles::{Build, Poles, PolesDraft};
    use umbet_core::rig::tether::{Held, Tether, TetherDraft};
    use umbet_core::rig::{Given, Rig};
    let (habits, reader) = (umbet_core::situation::Habits::default(), Reader::default());
    let given = Given { kit: &[], habits: &habits, reader: &reader, width: 868.0 };
    let mut bench = |name: &str, rig: &dyn Rig| {
        assert!(rig.plan(&given).is_ok(), "{name}");
        c.bench_function(&format!("plan and draw: {name}"), |b| b.iter(|| rig.plan(&given).is_ok()));
    };
    bench("a haul", &Haul::read(&HaulDraft::usual()).expect("the usual one reads"));
    bench("a hung bar", &Hang::read(&HangDraft::usual()).expect("the usual one reads"));
    for held in Held::ALL {
        let tether = Tether::read(&TetherDraft::usual_of(*held)).expect("it reads");
        bench(&format!("{}, tethered", held.words()), &tether);
    }
    for kind in mast_kinds() {
        let mast = Mast::read(&MastDraft::usual_of(kind)).expect("it reads");
        bench(&format!("a mast of {}", kind.name), &mast);
    }
    for build in Build::ALL {
        let draft = PolesDraft { build: *build, lashed_m: 2.0, ..PolesDraft::usual() };
        bench(build.words(), &Poles::read(&draft).expect("it reads"));
    }
}

/// Cutting plans: the textbook's thirteen widths, a class of five hundred lines, a crew's kit; budget 2 s.
fn cutting(c: &mut Criterion) {
    use umbet_core::cutting::{Bar, Demand, Line, Spare, plan, solve};
    let demand = |(length, times)| Demand { length, times };
    let textbook = [
        (1380, 22),
        (1520, 25),
        (1560, 12),
        (1710, 14),
        (1820, 18),
        (1880, 18),
        (1930, 20),
        (2000, 10),
        (2050, 12),
        (2100, 14),
        (2140, 16),
        (2150, 18),
        (2200, 20),
    ]
    .map(demand);
    let bar = |length| [Bar { length, limit: None, cost: 1.0 }];
    c.bench_function("cut the textbook instance", |b| b.iter(|| solve(&textbook, &bar(5600)).cost));
    let five_hundred: Vec<Demand> = (0..500u32).map(|i| demand((80 + i * 7919 % 821, 1))).collect();
    c.bench_function("cut five hundred lines", |b| b.iter(|| solve(&five_hundred, &bar(5000)).cost));
    let line = |i: usize| Line {
        name: format!("Line {i}"),
        kind: "paracord-iii".into(),
        length_m: 2.0 + i as f64 * 0.7,
        times: 1 + i % 3,
        ..Line::default()
    };
    let lines: Vec<Line> = (0..20).map(line).collect();
    let spare = |i: usize| Spare {
        name: format!("Hank {i}"),
        kind: "paracord-iii".into(),
        length_m: 6.0 + i as f64 * 1.3,
        ..Spare::default()
    };
    let kit: Vec<Spare> = (0..12).map(spare).collect();
    let reader = Reader::default();
    c.bench_function("cut a crew's lines from its kit and new spools", |b| {
        b.iter(|| plan(&lines, &kit, 50.0, &reader).pieces.len())
    });
}

/// A lashing laid and drawn; budget 5 ms each.
fn lashings(c: &mut Criterion) {
    use umbet_core::draw::{LashedFigure, LashingSeen, Tied, lashed};
    use umbet_core::lashing::{How, Laying, lashings};
    for l in lashings() {
        let radii = vec![4.0; l.script.poles.len()];
        c.bench_function(&format!("lay a lashing: {}", l.id), |b| {
            b.iter(|| Laying::lay(black_box(&l.script), &radii, How::OPEN).is_ok());
        });
        let laid = Laying::lay(&l.script, &radii, How::OPEN).expect("it is laid");
        let moves = l.moves(&laid, l.usual()).expect("its moves are there");
        let tied = Tied { lashing: l, laid: &laid, moves: &moves };
        let figure =
            LashedFigure { step: None, seen: LashingSeen::Front, mirrored: false, laid: false, size: [420.0, 360.0] };
        c.bench_function(&format!("draw a lashing: {}", l.id), |b| b.iter(|| lashed(black_box(&tied), &figure)));
    }
}

/// Planar-diagram codes of the table, to so many crossings.
fn codes(most: usize) -> Vec<Vec<[usize; 4]>> {
    let rows = include_str!("../catalogue/tables/knots.csv").lines().filter(|l| !l.starts_with('#'));
    let code = |line: &str| -> Vec<[usize; 4]> {
        let cell = line.split(';').nth(1).unwrap_or_default();
        let numbers: Vec<usize> = cell.split_whitespace().map(|n| n.parse().expect("a number")).collect();
        numbers.chunks(4).map(|c| [c[0], c[1], c[2], c[3]]).collect()
    };
    rows.map(code).filter(|c| c.len() <= most).collect()
}

/// Budgets: 249 knots to ten crossings 20 ms, all 2 977 to twelve 0.3 s, one knot's identity 5 ms.
fn topology(c: &mut Criterion) {
    for most in [10, 12] {
        let codes = codes(most);
        c.bench_function(&format!("Jones polynomials of {} knots to {most} crossings", codes.len()), |b| {
            b.iter(|| codes.iter().for_each(|code| drop(jones(&Diagram::from_code(black_box(code))))));
        });
    }
    for id in ["bowline", "butterfly", "zeppelin-bend", "constrictor"] {
        let knot = catalogue().find(id).expect("in the catalogue");
        identify(&knot.path);
        c.bench_function(&format!("whole identity, {id}"), |b| b.iter(|| identify(black_box(&knot.path))));
    }
}

fn main() {
    let mut criterion = Criterion::default().configure_from_args();
    core(&mut criterion);
    shelter(&mut criterion);
    load(&mut criterion);
    rigs(&mut criterion);
    lashings(&mut criterion);
    cutting(&mut criterion);
    topology(&mut criterion);
    criterion.final_summary();
}
