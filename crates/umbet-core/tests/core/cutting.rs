//! Cutting plans: the textbook instance at its optimum, published classes of instances, every small instance against trying all, and
//! lines that come out as they were asked for.

use proptest::prelude::*;
use rand::rngs::ChaCha8Rng;
use rand::{RngExt, SeedableRng};
use std::collections::BTreeMap;
use umbet_core::cutting::{Bar, Demand, LEAST_LEFT_M, Line, SEALED_M, Solved, Spare, plan, solve};
use umbet_core::units::{Reader, UnitSystem};

fn demands(all: &[(u32, u32)]) -> Vec<Demand> {
    all.iter().map(|(length, times)| Demand { length: *length, times: *times }).collect()
}

fn bar(length: u32) -> Vec<Bar> {
    vec![Bar { length, limit: None, cost: 1.0 }]
}

/// Nothing comes out of a bar that is not in it, everything cut was asked for, no bar is used more often than there is.
fn holds(solved: &Solved, demands: &[Demand], bars: &[Bar]) {
    let mut cut: Vec<u32> = solved.uncut.clone();
    let mut taken: BTreeMap<usize, u32> = BTreeMap::new();
    for (p, n) in &solved.used {
        assert!(p.taken(demands) <= bars[p.bar].length, "{p:?}");
        *taken.entry(p.bar).or_default() += n;
        for (c, times) in cut.iter_mut().zip(&p.counts) {
            *c += times * n;
        }
    }
    assert_eq!(cut, demands.iter().map(|d| d.times).collect::<Vec<_>>());
    assert!(taken.iter().all(|(b, n)| bars[*b].limit.is_none_or(|limit| *n <= limit)), "{taken:?}");
    assert!(solved.bound <= solved.cost + 1e-9 && (0.0..1.0).contains(&solved.gap()));
}

/// The instance of Wikipedia's article "Cutting stock problem": paper rolls of 5 600 mm, thirteen widths; 73 rolls at the least.
#[test]
fn the_textbook_instance_takes_73_rolls() {
    let wanted = demands(&[
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
    ]);
    let bars = bar(5600);
    let solved = solve(&wanted, &bars);
    holds(&solved, &wanted, &bars);
    assert_eq!((solved.cost, solved.bound), (73.0, 73.0));
}

/// Triplets, a published class (Falkenauer 1996): bins of 1000 filled exactly by threes; the optimum is a third of the items. Twenty
/// bins each; solved to within one bin, the bound never above the optimum.
#[test]
fn triplets_are_within_one_bin_of_their_optimum() {
    for seed in 0..4 {
        let mut rng = ChaCha8Rng::seed_from_u64(seed);
        let mut all: BTreeMap<u32, u32> = BTreeMap::new();
        for _ in 0..20 {
            let first = rng.random_range(380..=490u32);
            let second = rng.random_range(250..=(1000 - first) / 2);
            for length in [first, second, 1000 - first - second] {
                *all.entry(length).or_default() += 1;
            }
        }
        let wanted: Vec<Demand> = all.into_iter().map(|(length, times)| Demand { length, times }).collect();
        let bars = bar(1000);
        let solved = solve(&wanted, &bars);
        holds(&solved, &wanted, &bars);
        assert!(solved.bound <= 20.0 && solved.cost <= 21.0, "seed {seed}: {} of {}", solved.cost, solved.bound);
    }
}

/// Uniform items, another published class (Falkenauer 1996): 120 items of 20 to 100 in bins of 150; solved to the bound or one more.
#[test]
fn uniform_items_are_within_one_bin_of_the_bound() {
    for seed in 0..4 {
        let mut rng = ChaCha8Rng::seed_from_u64(100 + seed);
        let mut all: BTreeMap<u32, u32> = BTreeMap::new();
        for _ in 0..120 {
            *all.entry(rng.random_range(20..=100u32)).or_default() += 1;
        }
        let wanted: Vec<Demand> = all.into_iter().map(|(length, times)| Demand { length, times }).collect();
        let bars = bar(150);
        let solved = solve(&wanted, &bars);
        holds(&solved, &wanted, &bars);
        assert!(solved.cost <= solved.bound + 1.0, "seed {seed}: {} of {}", solved.cost, solved.bound);
    }
}

/// Five hundred lines of a class of any size: within one in a hundred of the bound.
#[test]
fn five_hundred_lines_are_within_a_hundredth() {
    let mut rng = ChaCha8Rng::seed_from_u64(7);
    let wanted: Vec<Demand> = (0..500).map(|_| Demand { length: rng.random_range(80..=900u32), times: 1 }).collect();
    let bars = bar(5000);
    let solved = solve(&wanted, &bars);
    holds(&solved, &wanted, &bars);
    assert!(solved.gap() <= 0.01, "{} of {}", solved.cost, solved.bound);
}

/// Trying everything: each item into each bar begun, or a new one.
fn least_by_trying(items: &[u32], length: u32) -> u32 {
    fn go(items: &[u32], rooms: &mut Vec<u32>, length: u32, best: &mut u32) {
        if rooms.len() as u32 >= *best {
            return;
        }
        let Some((item, rest)) = items.split_first() else {
            *best = rooms.len() as u32;
            return;
        };
        for i in 0..rooms.len() {
            if rooms[i] >= *item {
                rooms[i] -= item;
                go(rest, rooms, length, best);
                rooms[i] += item;
            }
        }
        rooms.push(length - item);
        go(rest, rooms, length, best);
        rooms.pop();
    }
    let mut best = items.len() as u32 + 1;
    go(items, &mut Vec::new(), length, &mut best);
    best
}

fn line(name: &str, length_m: f64, times: usize) -> Line {
    Line { name: name.into(), kind: "paracord-iii".into(), length_m, times, ..Line::default() }
}

fn spare(name: &str, length_m: f64) -> Spare {
    Spare { name: name.into(), kind: "paracord-iii".into(), length_m, ..Spare::default() }
}

/// Six guys of 3 m come out of three short pieces: none of them holds all six, and nothing is bought.
#[test]
fn short_pieces_serve_together() {
    let kit = [spare("Hank 1", 6.2), spare("Hank 2", 6.4), spare("Hank 3", 6.3), spare("Long one", 60.0)];
    let p = plan(&[line("Guy", 3.0, 6)], &kit, 50.0, &Reader::default());
    assert!(p.buy.is_empty() && p.cannot.is_empty());
    assert_eq!(p.pieces.len(), 3, "{:?}", p.pieces);
    assert!(p.pieces.iter().all(|x| x.from != "Long one" && x.cuts.len() == 2 && x.useless));
    assert_eq!(p.says, "Six lines from three pieces of the kit.");
}

/// What the kit does not hold is bought in whole spools, the fewest, and so it is said; what no spool holds is said too.
#[test]
fn what_is_missing_is_bought_in_whole_spools() {
    let lines = [line("Ridge", 18.0, 4), line("Guy", 5.0, 5), line("Tag line", 70.0, 1)];
    let p = plan(&lines, &[spare("Hank 1", 19.0)], 50.0, &Reader::default());
    assert_eq!(p.buy.len(), 1);
    assert_eq!(p.buy[0].spools, 2, "{:?}", p.pieces);
    assert!(p.buy[0].says.contains("the fewest there can be"), "{}", p.buy[0].says);
    assert_eq!(p.cannot.len(), 1);
    assert!(p.cannot[0].contains("Tag line") && p.cannot[0].contains("longer than a spool"), "{}", p.cannot[0]);
    assert!(p.pieces.iter().any(|x| x.from == "Hank 1" && x.cuts[0].line == "Ridge"));
    assert!(p.pieces.iter().filter(|x| x.new).all(|x| x.from.starts_with("New spool ")));
    assert_eq!(plan(&[], &[], 50.0, &Reader::default()).says, "Nothing to cut.");
}

/// A spool has to be bought for the long one; the short ones still come from the kit, so that least of it is new.
#[test]
fn least_new_cord_is_cut() {
    let p = plan(
        &[line("Ridge", 18.0, 1), line("Guy", 3.0, 3)],
        &[spare("Hank 1", 6.2), spare("Hank 2", 3.5)],
        50.0,
        &Reader::default(),
    );
    let new: Vec<&str> = p.pieces.iter().filter(|x| x.new).flat_map(|x| &x.cuts).map(|c| c.line.as_str()).collect();
    assert_eq!(new, ["Ridge"]);
    assert_eq!(p.says, "Four lines from two pieces of the kit and one new spool.");
}

/// Lines of one length that nothing is long enough for are told by their names, also where they are called differently; a piece that
/// holds one of two leaves the other.
#[test]
fn what_cannot_be_cut_is_told_by_its_name() {
    let lines = [line("Ridge", 12.138, 2), line("Guy", 12.1384, 1), line("Tie", 4.0, 1)];
    let p = plan(&lines, &[], 10.0, &Reader::default());
    assert_eq!(p.says, "One line from one new spool.");
    assert_eq!(p.cannot.len(), 1);
    assert!(p.cannot[0].starts_with("1 × Guy and 2 × Ridge, 12.16 m: longer than a spool of 10"), "{}", p.cannot[0]);
    let p = plan(&lines[..1], &[spare("Hank 1", 13.0)], 10.0, &Reader::default());
    assert!(p.cannot[0].starts_with("1 × Ridge") && p.cannot[0].contains("what is left of the kit"), "{}", p.cannot[0]);
    let p = plan(&lines[..1], &[], 10.0, &Reader::default());
    assert_eq!(p.says, "Nothing here is long enough.");
}

/// The ticket has every cut once, with a box to tick for either measuring, and what is done with its ends by fibre.
#[test]
fn the_ticket_has_every_cut_and_its_ends() {
    let mut lines = vec![line("Ridge", 18.0, 1), line("Guy", 3.0, 4)];
    lines.push(Line { kind: "laid-manila-10".into(), ..line("Lashing", 7.0, 1) });
    let p = plan(&lines, &[spare("Hank 1", 19.0)], 50.0, &Reader::default());
    let natural: Vec<&str> =
        p.pieces.iter().filter(|x| x.ends.contains("never melted")).map(|x| x.cord.as_str()).collect();
    assert_eq!(natural, ["10 mm three-strand manila"]);
    assert!(p.pieces.iter().any(|x| x.ends.contains("Melt each end")) && p.cautions[0].contains("burn"));
    let pages = umbet_core::cutting::ticket(&p, "Crew");
    let svg: String = pages.iter().map(|s| umbet_core::draw::to_svg(s, None)).collect();
    assert_eq!(svg.matches("class=\"box\"").count(), 12, "{svg}");
    for words in ["Hank 1", "Ridge", "Lashing", "Whip each end", "Measure twice"] {
        assert!(svg.contains(words), "{words}");
    }
}

/// Cords are not mixed; imperial readers read no metres.
#[test]
fn cords_stay_apart_and_words_are_the_readers() {
    let mut lines = vec![line("Guy", 3.0, 2)];
    lines.push(Line { kind: "guy-polyester-3".into(), ..line("Guy", 3.0, 2) });
    let reader = Reader { units: UnitSystem::Imperial, ..Reader::default() };
    let p = plan(&lines, &[spare("Hank 1", 20.0)], 50.0, &reader);
    assert_eq!(p.buy.len(), 1);
    assert_eq!(p.pieces.iter().filter(|x| x.cuts.len() == 2).count(), 2);
    let words = format!("{:?}", p.pieces.iter().map(|x| (&x.length, &x.left, &x.cuts[0].length)).collect::<Vec<_>>());
    assert!(words.contains("ft") && !words.contains(" m\""), "{words}");
}

proptest! {
    /// Small instances, to the fewest there are.
    #[test]
    fn small_instances_take_the_fewest(items in prop::collection::vec(10u32..60, 1..9)) {
        let mut all: BTreeMap<u32, u32> = BTreeMap::new();
        for i in &items {
            *all.entry(*i).or_default() += 1;
        }
        let wanted: Vec<Demand> = all.into_iter().map(|(length, times)| Demand { length, times }).collect();
        let bars = bar(100);
        let solved = solve(&wanted, &bars);
        holds(&solved, &wanted, &bars);
        let least = least_by_trying(&items, 100);
        prop_assert!((solved.cost - f64::from(least)).abs() < 1e-9, "{} of {least}", solved.cost);
        prop_assert!(solved.bound <= f64::from(least) + 1e-9);
    }

    /// Whatever is in the kit: nothing is cut that is not there, every line comes out long enough, and once.
    #[test]
    fn every_line_comes_out_long_enough(
        lines in prop::collection::vec((0.3f64..20.0, 1usize..5), 1..7),
        kit in prop::collection::vec(0.5f64..40.0, 0..6),
        spool_m in 10.0f64..100.0,
    ) {
        let lines: Vec<Line> = lines.iter().enumerate().map(|(i, (m, n))| line(&format!("Line {i}"), *m, *n)).collect();
        let kit: Vec<Spare> = kit.iter().enumerate().map(|(i, m)| spare(&format!("Hank {i}"), *m)).collect();
        let p = plan(&lines, &kit, spool_m, &Reader::default());
        for piece in &p.pieces {
            let cut: f64 = piece.cuts.iter().map(|c| c.length_m).sum();
            prop_assert!(cut + piece.left_m <= piece.length_m + 1e-6 && cut <= piece.length_m + 1e-6);
            prop_assert_eq!(piece.useless, piece.left_m > 0.005 && piece.left_m < LEAST_LEFT_M);
        }
        for l in &lines {
            let cut: Vec<f64> = p.pieces.iter().flat_map(|x| &x.cuts).filter(|c| c.line == l.name).map(|c| c.length_m).collect();
            prop_assert!(cut.iter().all(|m| *m >= l.length_m + SEALED_M - 1e-6));
            let told = p.cannot.iter().any(|c| c.contains(&l.name));
            prop_assert!(cut.len() == l.times || told, "{}: {} of {}", l.name, cut.len(), l.times);
        }
        for s in &kit {
            prop_assert!(p.pieces.iter().filter(|x| x.from == s.name).count() <= 1);
        }
    }
}

/// A line that was cut for its place before serves it: sealed since, or not yet. Nothing is cut for it a second time.
#[test]
fn what_was_cut_serves_as_it_is() {
    let wanted = [line("Ridge line", 8.2, 1), line("Guy", 3.0, 2)];
    let before = plan(&wanted, &[spare("Spool", 60.0)], 50.0, &Reader::default());
    let cuts: Vec<(String, f64)> =
        before.pieces.iter().flat_map(|p| &p.cuts).map(|c| (c.line.clone(), c.length_m)).collect();
    assert_eq!(cuts.len(), 3);
    for sealed_m in [0.0, 0.02] {
        let mut kit: Vec<Spare> =
            cuts.iter().map(|(name, m)| Spare { sealed: sealed_m > 0.0, ..spare(name, m - sealed_m) }).collect();
        kit.push(spare("Spool", 45.0));
        let after = plan(&wanted, &kit, 50.0, &Reader::default());
        assert!(after.pieces.iter().all(|p| p.whole && p.left_m == 0.0), "{after:?}");
        assert!(after.buy.is_empty() && after.cannot.is_empty());
        let served: Vec<(&str, &str)> =
            after.pieces.iter().map(|p| (p.from.as_str(), p.cuts[0].line.as_str())).collect();
        assert_eq!(served, [("Ridge line", "Ridge line"), ("Guy", "Guy"), ("Guy", "Guy")]);
    }
}

/// A piece with a loop in its end is never cut: it serves a line it is long enough for and not much longer, or lies where it is.
#[test]
fn a_made_up_piece_is_never_cut() {
    let ready = |m| Spare { made_up: true, ..spare("Ready ridge", m) };
    let p = plan(&[line("Ridge line", 10.0, 1)], &[ready(12.0)], 50.0, &Reader::default());
    assert!(p.pieces[0].whole && p.pieces[0].from == "Ready ridge" && p.buy.is_empty(), "{p:?}");
    let p = plan(&[line("Guy", 3.0, 2)], &[ready(12.0)], 50.0, &Reader::default());
    assert!(p.pieces.iter().all(|x| x.new) && p.buy.len() == 1, "{p:?}");
    let p = plan(&[line("Ridge line", 10.0, 2)], &[ready(12.0), ready(9.9)], 50.0, &Reader::default());
    assert_eq!(p.pieces.iter().filter(|x| x.whole).count(), 1, "{p:?}");
}

/// What was reckoned with as sound is never cut from what is worn; what was reckoned with as worn uses worn cord up.
#[test]
fn worn_cord_serves_no_sound_line() {
    let worn = Spare { worn: true, ..spare("Fuzzy", 20.0) };
    let sound = spare("New one", 20.0);
    let p = plan(&[line("Guy", 3.0, 2)], &[worn.clone(), sound.clone()], 50.0, &Reader::default());
    assert!(p.pieces.iter().all(|x| x.from == "New one"), "{p:?}");
    let as_worn = Line { worn: true, ..line("Guy", 3.0, 2) };
    let p = plan(std::slice::from_ref(&as_worn), &[worn.clone(), sound], 50.0, &Reader::default());
    assert!(p.pieces.iter().all(|x| x.from == "Fuzzy"), "{p:?}");
    let both = plan(&[as_worn, line("Guy", 3.0, 2)], &[worn], 50.0, &Reader::default());
    assert_eq!(
        both.pieces.iter().map(|x| (x.from.as_str(), x.cuts.len())).collect::<Vec<_>>(),
        [("New spool 1", 2), ("Fuzzy", 2)]
    );
}

proptest! {
    /// Whatever is asked: each piece of the kit serves once, whole or cut; every line is cut, served or told of; nothing made up is
    /// cut.
    #[test]
    fn every_line_is_cut_served_or_told(
        lines in prop::collection::vec((0.3..12.0f64, 1usize..4, any::<bool>()), 1..7),
        kit in prop::collection::vec((0.3..20.0f64, any::<bool>(), any::<bool>()), 0..8),
    ) {
        let wanted: Vec<Line> = lines
            .iter()
            .enumerate()
            .map(|(i, (m, n, worn))| Line { worn: *worn, ..line(&format!("Line {i}"), *m, *n) })
            .collect();
        let kit: Vec<Spare> = kit
            .iter()
            .enumerate()
            .map(|(i, (m, worn, made_up))| Spare { worn: *worn, made_up: *made_up, ..spare(&format!("Hank {i}"), *m) })
            .collect();
        let p = plan(&wanted, &kit, 50.0, &Reader::default());
        let cut: usize = p.pieces.iter().map(|x| x.cuts.len()).sum();
        prop_assert!(p.cannot.is_empty());
        prop_assert_eq!(cut, wanted.iter().map(|l| l.times).sum::<usize>());
        for s in &kit {
            let used: Vec<_> = p.pieces.iter().filter(|x| x.from == s.name).collect();
            prop_assert!(used.len() <= 1, "{} twice", s.name);
            prop_assert!(!s.made_up || used.iter().all(|x| x.whole), "{} is cut", s.name);
            for x in used {
                let of = |c: &umbet_core::cutting::CutFrom| wanted.iter().find(|l| l.name == c.line).expect("its line");
                let sealing = if s.made_up { 0.0 } else { SEALED_M };
                prop_assert!(x.cuts.iter().all(|c| of(c).worn == s.worn && c.length_m >= of(c).length_m + sealing - 1e-6));
            }
        }
    }
}

/// A page of labels: a square of so many cells, the mark's rings, and every name; twelve go on a page.
#[test]
fn labels_are_laid_on_pages() {
    let label = |i: usize| umbet_core::cutting::Label {
        name: format!("Hank {i}"),
        cord: "6 mm polyester braid".into(),
        length: "12.00 m".into(),
        day: "No. 3, 1 May".into(),
        mark: vec![1, 2, 3, 4],
        square: vec![vec![true, false, true], vec![false, true, true], vec![true, true, true]],
    };
    let all: Vec<_> = (0..13).map(label).collect();
    let pages = umbet_core::cutting::labels(&all);
    assert_eq!(pages.len(), 2);
    let svg: String = pages.iter().map(|s| umbet_core::draw::to_svg(s, None)).collect();
    // Per label: four runs of black cells, one broad whipping and ten rings.
    assert_eq!(svg.matches("class=\"ink-box\"").count(), 13 * (4 + 1 + 10));
    assert!((0..13).all(|i| svg.contains(&format!(">Hank {i}<"))));
}

fn of_bend(_: &str) -> Option<umbet_core::cutting::Bend> {
    let keeps = umbet_core::units::Band::new(0.6, 0.8);
    Some(umbet_core::cutting::Bend { one: "a double fisherman's knot".into(), takes_m: 0.5, keeps })
}

/// By hand: 100 m of spools of 40 m, half a metre to a bend. Two parts give 2 · 39.98 − 0.5 m and fall short; three of
/// (100 + 2 · 0.5) / 3 m do. A line a spool is long enough for stays whole.
#[test]
fn a_line_too_long_is_joined_of_the_fewest_parts() {
    use umbet_core::cutting::in_parts;
    let wanted = [line("Hand line", 100.0, 1), line("Guy", 3.0, 4)];
    let (parts, says) = in_parts(&wanted, &[], 40.0, of_bend, &Reader::default());
    assert_eq!(parts.len(), 4);
    assert!(parts[..3].iter().all(|p| (p.length_m - 101.0 / 3.0).abs() < 1e-9), "{parts:?}");
    assert_eq!((parts[0].name.as_str(), &parts[3]), ("Hand line, part 1 of 3", &wanted[1]));
    assert!(
        says.len() == 1 && says[0].contains("0.50 m goes into each bend") && says[0].contains("60 to 80 %"),
        "{says:?}"
    );
    let p = plan(&parts, &[], 40.0, &Reader::default());
    assert!(p.cannot.is_empty() && p.buy[0].spools == 3, "{p:?}");
    // A long piece of the kit makes it two.
    let (parts, _) = in_parts(&wanted, &[spare("Coil", 60.0)], 40.0, of_bend, &Reader::default());
    assert_eq!(parts.len(), 3);
    // Where nothing joins a cord, its line stays as long as it is.
    let (whole, says) = in_parts(&wanted, &[], 40.0, |_| None, &Reader::default());
    assert_eq!((whole.as_slice(), says.len()), (&wanted[..], 0));
}

proptest! {
    /// Joined, the parts are as long as the line and its bends, none is longer than what it is cut from, and one part fewer would be.
    #[test]
    fn parts_make_the_line(m in 5.0..900.0f64, spool_m in 5.0..200.0f64, n in 1usize..4) {
        let (parts, says) = umbet_core::cutting::in_parts(&[line("Line", m, n)], &[], spool_m, of_bend, &Reader::default());
        let sum: f64 = parts.iter().map(|p| p.length_m).sum();
        let bends = 0.5 * (parts.len() - 1) as f64;
        prop_assert!((sum - m - bends).abs() < 1e-6);
        prop_assert_eq!(says.len(), usize::from(parts.len() > 1));
        prop_assert!(parts.iter().all(|p| p.times == n && p.length_m <= spool_m - SEALED_M + 1e-6));
        if parts.len() > 1 {
            let fewer = (parts.len() - 1) as f64;
            prop_assert!(fewer * (spool_m - SEALED_M) - 0.5 * (fewer - 1.0) < m);
        }
    }
}

/// A line that wants its colour is cut from that alone; one that takes any is cut from what is left of it all. A new spool is named
/// with its colour.
#[test]
fn a_colour_is_kept() {
    let of = |colour: &str, l: Line| Line { colour: colour.into(), ..l };
    let piece = |name: &str, colour: &str, m| Spare { colour: colour.into(), ..spare(name, m) };
    let kit =
        [piece("Orange one", "orange", 10.0), piece("Grey one", "grey", 10.0), piece("Another grey", "grey", 5.0)];
    let wanted = [of("orange", line("First", 3.0, 3)), of("grey", line("Second", 3.0, 3)), of("", line("Any", 1.9, 2))];
    let p = plan(&wanted, &kit, 50.0, &Reader::default());
    assert!(p.buy.is_empty() && p.cannot.is_empty(), "{p:?}");
    for x in &p.pieces {
        let of_line = |name: &str| x.cuts.iter().any(|c| c.line == name);
        assert!(!of_line("First") || x.from == "Orange one", "{x:?}");
        assert!(!of_line("Second") || x.from.to_lowercase().contains("grey"), "{x:?}");
        let cut: f64 = x.cuts.iter().map(|c| c.length_m).sum();
        assert!((cut + x.left_m - x.length_m).abs() < 1e-6, "one picture a piece, whoever it was cut for: {x:?}");
    }
    let pieces: std::collections::BTreeSet<&str> = p.pieces.iter().map(|x| x.from.as_str()).collect();
    assert_eq!(pieces.len(), p.pieces.len(), "{p:?}");
    assert!(p.pieces.iter().any(|x| x.cord == "parachute cord, orange"), "{p:?}");
    let p = plan(&[of("red", line("First", 3.0, 3))], &kit, 50.0, &Reader::default());
    assert!(p.buy[0].says.contains("parachute cord, red"), "{p:?}");
}

/// Lines of one name and length in a row are told once and lie one after another from the end of the piece; what is left is told
/// by whether it is of use. Three guys of 2.50 m and a drip cord of 0.50 m of a piece of 8.20 m: 7.56 and 0.52 m with sealing, and
/// 0.12 m is left.
#[test]
fn what_is_cut_in_a_row_is_told_once() {
    let of = |lines: &[Line], m: f64| plan(lines, &[spare("Hank", m)], 50.0, &Reader::default()).pieces.remove(0);
    let lines = [line("Guy", 2.5, 3), line("Drip cord", 0.5, 1)];
    let piece = of(&lines, 8.2);
    let told: Vec<(&str, u32)> = piece.told.iter().map(|t| (t.says.as_str(), t.times)).collect();
    assert_eq!(told, [("3 × Guy, 2.52 m", 3), ("Drip cord, 0.52 m", 1)]);
    assert_eq!(piece.told.iter().map(|t| t.times as usize).sum::<usize>(), piece.cuts.len());
    for w in piece.cuts.windows(2) {
        assert!((w[1].from_m - w[0].from_m - w[0].length_m).abs() < 1e-9, "{w:?}");
    }
    assert!((piece.cuts[0].from_m, piece.left_m) == (0.0, piece.left_m) && (piece.left_m - 0.12).abs() < 1e-9);
    assert_eq!(piece.remains, "Left: 120 mm, too short for much.");
    assert_eq!(of(&lines, 12.0).remains, "Left: 3.92 m.");
    assert_eq!(of(&lines, 8.08).remains, "Nothing left.");
    // Another length between two alike parts them.
    let mixed = of(&[line("Guy", 3.0, 1), line("Guy", 2.0, 2)], 20.0);
    assert_eq!(mixed.told.iter().map(|t| t.times).collect::<Vec<_>>(), [1, 2]);
}
