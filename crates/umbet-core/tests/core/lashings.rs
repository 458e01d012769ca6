//! Lashings as paths: what they bind, what their frapping goes round, how much cord they take, what they hold, how they are drawn.

use glam::DVec3;
use umbet_core::draw::{LashedFigure, LashingSeen, STANDALONE_STYLE, Tied, lashed, to_svg};
use umbet_core::lashing::hold::{Bound, Worked, bears, drawn_in, frapping_pull};
use umbet_core::lashing::word::{winding, word};
use umbet_core::lashing::{
    Cord, Counts, How, Lashing, LashingError, Laying, Meet, lashing, lashing_files, lashings, notation, parse,
};
use umbet_core::units::Reader;

fn of(id: &str) -> &'static Lashing {
    lashing(id).unwrap_or_else(|| panic!("no {id}"))
}

/// Body and 0.30 m of tails, metres.
fn cord_m(id: &str, counts: Option<Counts>, pole_mm: f64, cord_mm: f64) -> f64 {
    let l = of(id);
    let script = l.with(counts.unwrap_or(l.usual()));
    let radii = vec![pole_mm / 2.0 / cord_mm; script.poles.len()];
    let laid = Laying::lay(&script, &radii, How::TIGHT).unwrap_or_else(|e| panic!("{id}: {e}"));
    Cord::of(&laid).total() * cord_mm / 1000.0 + 0.3
}

/// Points of one group, from where the one before it ended.
fn group(laid: &Laying<'_>, which: usize) -> Vec<DVec3> {
    let line = laid.strand.line();
    let points: Vec<usize> = (0..line.len()).filter(|i| laid.strand.points[*i].group == which).collect();
    line[points[0].saturating_sub(1)..=points[points.len() - 1]].to_vec()
}

#[test]
fn there_are_lashings_for_every_way_poles_meet() {
    for meet in Meet::ALL {
        assert!(lashings().iter().any(|l| l.meet == *meet), "none for poles that {}", meet.words());
    }
    assert_eq!(lashings().len(), lashing_files().len());
}

/// Lengths by a second program, written apart from this one in another language on the same idea (a Python trial with a plain
/// relaxation): body and 0.30 m of tails, metres; poles 50, 75, 100 mm with cord of 6 and 10 mm.
#[test]
fn lengths_agree_with_a_second_program() {
    let table: [(&str, [f64; 6]); 4] = [
        ("square", [3.53, 3.90, 4.88, 5.23, 6.23, 6.58]),
        ("diagonal", [3.96, 4.57, 5.36, 5.93, 6.77, 7.33]),
        ("shear", [4.06, 4.61, 5.54, 6.08, 7.01, 7.55]),
        ("tripod", [5.27, 6.16, 7.08, 7.97, 8.89, 9.78]),
    ];
    let sizes = [(50.0, 6.0), (50.0, 10.0), (75.0, 6.0), (75.0, 10.0), (100.0, 6.0), (100.0, 10.0)];
    for (id, row) in table {
        for ((pole, cord), wanted) in sizes.into_iter().zip(row) {
            let got = cord_m(id, None, pole, cord);
            assert!((got - wanted).abs() < 0.01 * wanted, "{id} on {pole}, cord {cord}: {got:.2} for {wanted}");
        }
    }
}

/// The rule of thumb (common practice; from memory): three feet of cord for each inch of the diameters added.
#[test]
fn lengths_lie_within_a_quarter_of_the_rule_of_thumb() {
    for id in ["square", "diagonal", "shear", "tripod"] {
        for pole in [50.0, 60.0, 75.0, 90.0, 100.0] {
            let rule = of(id).meet.poles() as f64 * pole / 25.4 * 0.9144;
            let ratio = rule / cord_m(id, None, pole, 6.0);
            assert!((0.75..=1.25).contains(&ratio), "{id} on {pole}: {ratio:.2}");
        }
    }
}

/// A turn round two poles with one cord between them, by hand: π (D + d) + 2 (D + d).
#[test]
fn a_turn_by_hand() {
    let (pole, cord) = (75.0, 6.0);
    let more = |turns| cord_m("round", Some(Counts { turns, frapping: 0 }), pole, cord);
    let turn = more(9) - more(8);
    let by_hand = (std::f64::consts::PI + 2.0) * (pole + cord) / 1000.0;
    assert!((turn - by_hand).abs() < 0.01 * by_hand, "{turn} for {by_hand}");
}

#[test]
fn more_turns_take_more_cord_each_as_much() {
    for l in lashings() {
        let usual = l.usual();
        let takes = |turns, frapping| cord_m(&l.id, Some(Counts { turns, frapping }), 75.0, 8.0);
        // With both ends a turn more is two, and lies as far out as two.
        let most = 9 / l.of_both_ends(Counts { turns: 1, frapping: 1 }).turns;
        let steps: Vec<f64> = (2..=most).map(|n| takes(n + 1, usual.frapping) - takes(n, usual.frapping)).collect();
        assert!(steps.iter().all(|s| *s > 0.2), "{}: {steps:?}", l.id);
        let middle = steps[steps.len() / 2 - usize::from(steps.len() > 4)];
        assert!(steps.iter().all(|s| (s - middle).abs() < 0.12 * middle + 0.02), "{}: {steps:?}", l.id);
        if l.frapped() {
            assert!(takes(usual.turns, usual.frapping + 1) > takes(usual.turns, usual.frapping) + 0.1, "{}", l.id);
        }
    }
}

/// What a turn binds: a commutator for the square lashing, which therefore falls off when either pole is drawn out.
#[test]
fn taking_a_pole_away_lets_a_square_lashing_off() {
    let laid = Laying::lay(&of("square").script, &[4.0, 4.0], How::TIGHT).expect("goes");
    let turns = group(&laid, 1);
    assert_eq!(word(&laid.poles, &turns), "CucUCucUCucU");
    for gone in ['U', 'C'] {
        let left: Vec<_> = laid.poles.iter().filter(|p| p.name != gone).cloned().collect();
        assert_eq!(word(&left, &turns), "1", "without {gone}");
    }
    // Round two poles side by side a turn still holds the one that is left.
    let laid = Laying::lay(&of("shear").script, &[4.0, 4.0], How::TIGHT).expect("goes");
    let left: Vec<_> = laid.poles.iter().filter(|p| p.name != 'A').cloned().collect();
    assert_eq!(word(&left, &group(&laid, 1)), "b".repeat(8));
}

/// Winding about every strand that passes the frapping's plane: as often as there are frapping turns.
#[test]
fn frapping_goes_round_the_turns_and_round_no_pole() {
    for (id, strands) in [("square", 11), ("diagonal", 12)] {
        let l = of(id);
        let laid = Laying::lay(&l.script, &[4.0, 4.0], How::TIGHT).expect("goes");
        let frap = l.script.groups.iter().position(|g| matches!(g, notation::Group::Frap(_))).expect("goes");
        let line = group(&laid, frap);
        assert_eq!(word(&laid.poles, &line), "1", "{id}");
        let wraps: Vec<Vec<DVec3>> = l
            .script
            .groups
            .iter()
            .enumerate()
            .filter(|(_, g)| matches!(g, notation::Group::Wrap(_)))
            .map(|(i, _)| group(&laid, i))
            .collect();
        let round: Vec<f64> = wraps
            .iter()
            .flat_map(|w| w.windows(2))
            .filter(|w| w[0].z * w[1].z < 0.0)
            .map(|w| winding(&line[1..], [w[0].x, w[0].y], |p| [p.x, p.y]).abs())
            .collect();
        assert!(round.len() >= strands, "{id}: {}", round.len());
        assert!(round.iter().all(|t| t.round() == 2.0), "{id}: {round:?}");
    }
}

/// Turned wrong as a learner turns them: each is refused, or binds something else.
#[test]
fn what_is_lashed_wrong_is_caught() {
    let (_, square) = lashing_files().iter().find(|f| f.0 == "square").expect("goes");
    let wrong = |from: &str, to: &str| Lashing::read(&square.replace(from, to));
    let upright = wrong("wrap 3  C+e U-n", "wrap 3  C+e U+n");
    assert!(matches!(&upright, Err(LashingError::Binds { .. })), "{upright:?}");
    let crossbar = wrong("U-n C+w U-s   lanes", "U-n C-w U-s   lanes");
    assert!(matches!(&crossbar, Err(LashingError::Binds { .. })), "{crossbar:?}");
    let frapped = wrong("frap 2  C-e", "frap 2  C+e");
    assert!(frapped.expect_err("refused").to_string().contains("between the poles"));
    let begun = wrong("frap 2  C-e U+n C-w U+s", "frap 2  C-w U+s C-e U+n");
    assert!(begun.expect_err("refused").to_string().contains("another opening"));
    let moved = wrong("wrap 0.25", "wrop 0.25");
    assert!(matches!(moved, Err(LashingError::Move(_))));
    let (_, tripod) = lashing_files().iter().find(|f| f.0 == "tripod").expect("goes");
    let missed = Lashing::read(&tripod.replace("B- C+ C- B+ A- A+", "B- C+ C- B- A- A+"));
    assert!(matches!(&missed, Err(LashingError::Binds { .. })), "{missed:?}");
}

#[test]
fn a_script_that_cannot_be_read_says_where_and_why() {
    let says = |text: &str| parse(text).expect_err("refused").to_string();
    assert_eq!(says("pole U n\npole U e on U"), "line 2: pole U is there twice");
    assert_eq!(says("pole U n\npole C e on X"), "line 2: there is no pole X");
    assert_eq!(says("pole U up"), "line 1: write `pole U n`, `pole C e on U` or `pole B n beside A`");
    assert!(says("pole U n\nwrap 3 U").contains("neither before (+) nor behind (-)"));
    assert!(says("pole U n\nwrap 99 U+ U-").contains("1 to 16"));
    assert!(says("pole U n\nwind 3").contains("`wind` is not one of"));
    let whole = "pole A n\npole B n beside A\nstart clove A s\nwrap 3 A+ B-\n";
    assert!(says(whole).contains("begins with `start` and ends with `end`"));
    assert!(says("pole A n\nstart clove A s\nwrap 3 A+ A-\nend clove A n").contains("two poles at least"));
}

/// Cord lies on poles, not in them; strands lie beside each other.
#[test]
fn cord_lies_on_the_poles() {
    for l in lashings() {
        for (radius, frapping) in [(2.5, 2), (4.0, 1), (4.0, 3), (4.0, 6), (6.25, 2)] {
            let script = l.with(Counts { frapping, ..l.usual() });
            let laid = Laying::lay(&script, &vec![radius; script.poles.len()], How::TIGHT).expect("goes");
            // A timber hitch's tail is twisted round its own part, that lies on the pole itself: it stands in its way.
            let begin = if l.id == "diagonal" { 1 } else { 0 };
            // Frapping is as wide as the gap: where it leaves it, it rubs along the poles.
            let rubs = if laid.poles.iter().all(|p| p.along.x == 0.0) { 0.32 } else { 0.12 };
            let sunk = laid
                .strand
                .points
                .iter()
                .filter(|p| p.group >= begin)
                .flat_map(|p| laid.poles.iter().map(|q| q.radius + 0.5 - q.out(p.at).length()))
                .fold(f64::MIN, f64::max);
            assert!(sunk < rubs, "{} on {radius}: {sunk}", l.id);
            let longest = laid.strand.line().windows(2).map(|w| w[0].distance(w[1])).fold(0.0, f64::max);
            assert!(longest < 2.5, "{} on {radius}: a jump of {longest}", l.id);
        }
    }
}

/// The figures of a second program on the same formulae: 75 mm poles, 6 mm cord, middle of the band; turns and frapping, slip in
/// newtons, turning in newton metres.
#[test]
fn what_a_square_lashing_holds() {
    let turn_m = 0.807;
    // It took the stiffness of a turn, not of the cord.
    let w = Worked { stiffness_n: 50_000.0 * turn_m, ..Worked::MIDDLE };
    let bound = Bound { pole_m: 0.075, cord_m: 0.006, turn_m, opened: 0.0, high_m: 0.0, cord_n: 6000.0 };
    for (turns, frapping, slip, turning) in
        [(3, 0, 440.0, 12.6), (3, 1, 967.0, 27.9), (3, 2, 1105.0, 31.9), (3, 3, 1143.0, 33.0), (4, 2, 1264.0, 38.7)]
    {
        let b = bears(Meet::Cross, Counts { turns, frapping }, bound, &w);
        assert!((b.slip_n - slip).abs() < 0.005 * slip, "{turns}+{frapping}: {} for {slip}", b.slip_n);
        assert!((b.turning_nm - turning).abs() < 0.01 * turning, "{turns}+{frapping}: {} for {turning}", b.turning_nm);
    }
}

/// The capstan's series has a limit, H / 2πμ, however often one fraps; and cord drawn aside pulls back as far as it is pulled.
#[test]
fn frapping_has_a_limit_and_balances() {
    assert_eq!(frapping_pull(200.0, 0, 0.2), 0.0);
    let limit = 200.0 / (std::f64::consts::TAU * 0.2);
    assert!((frapping_pull(200.0, 60, 0.2) - limit).abs() < 1e-6);
    let (t, a) = drawn_in(80.0, 3.0, 100.0, 50e3, 0.04);
    assert!((2.0 * 3.0 * t * a.sin() - 100.0).abs() < 1e-6);
    let holds = |frapping| {
        bears(
            Meet::Cross,
            Counts { turns: 3, frapping },
            Bound { pole_m: 0.075, cord_m: 0.006, turn_m: 0.8, opened: 0.0, high_m: 0.0, cord_n: 6000.0 },
            &Worked::MIDDLE,
        )
        .slip_n
    };
    let gained: Vec<f64> = (0..4).map(|m| holds(m + 1) - holds(m)).collect();
    assert!(gained.windows(2).all(|w| w[1] < w[0] && w[1] > 0.0), "{gained:?}");
}

/// Legs that open draw their turns out: by hand, 100 mm of turns, legs tilted one in four, part by 25 mm at either end, 12.5 mm in
/// the mean on both sides of a turn together; of 0.8 m that is 1.56 %, less the slack.
#[test]
fn legs_that_open_tighten_their_turns() {
    let bound = |opened| Bound { pole_m: 0.075, cord_m: 0.01, turn_m: 0.8, opened, high_m: 0.1, cord_n: 6000.0 };
    let turn = |opened| bears(Meet::TwoLegs, Counts { turns: 8, frapping: 2 }, bound(opened), &Worked::MIDDLE).turn_n;
    let by_hand = 40_000.0 * (2.0 * 0.1 / 4.0 * 0.25 / 0.8 - 0.01) * 0.6;
    assert!((turn(0.25) - turn(0.0) - by_hand).abs() < 1e-6, "{}", turn(0.25) - turn(0.0));
    assert_eq!(turn(0.1), turn(0.0), "slack is drawn out first");
    assert!((turn(2.0) - turn(0.0) - 0.2 * 6000.0 * 0.6).abs() < 1e-6, "no tighter than a fifth of the cord");
}

/// Every move begins where the last ended, the last ends with the cord; its words have no gap left in them.
#[test]
fn moves_follow_each_other_from_the_tail_to_the_end() {
    for l in lashings() {
        for turns in 2..=6 {
            let counts = Counts { turns, frapping: l.usual().frapping };
            let script = l.with(counts);
            let laid = Laying::lay(&script, &vec![4.0; script.poles.len()], How::OPEN).expect("goes");
            let moves = l.moves(&laid, counts).expect("goes");
            let on = |m: &&umbet_core::lashing::Move| m.lies[1] < m.then[1];
            let forward: Vec<_> = moves.iter().filter(on).collect();
            assert!(forward.windows(2).all(|w| w[0].then[1] == w[1].lies[1]), "{} {turns}", l.id);
            assert_eq!(forward[forward.len() - 1].then, [0, laid.strand.points.len()], "{} {turns}", l.id);
            assert!(moves.iter().all(|m| !m.say.contains(['{', '}']) && m.say.ends_with('.')), "{}", l.id);
        }
    }
}

#[test]
fn drawings_are_told_and_turned() {
    for l in lashings() {
        let laid = Laying::lay(&l.script, &vec![4.0; l.script.poles.len()], How::OPEN).expect("goes");
        let moves = l.moves(&laid, l.usual()).expect("goes");
        let tied = Tied { lashing: l, laid: &laid, moves: &moves };
        let figure = |step, seen, mirrored| {
            lashed(&tied, &LashedFigure { step, seen, mirrored, laid: false, size: [420.0, 360.0] })
        };
        let front = figure(None, LashingSeen::Front, false);
        let svg = to_svg(&front, Some(STANDALONE_STYLE));
        assert_eq!(svg, to_svg(&figure(None, LashingSeen::Front, false), Some(STANDALONE_STYLE)), "{}", l.id);
        assert!(svg.len() < 260_000 && !svg.contains("NaN"), "{}: {}", l.id, svg.len());
        for seen in [LashingSeen::Behind, LashingSeen::Turned] {
            assert_ne!(svg, to_svg(&figure(None, seen, false), Some(STANDALONE_STYLE)), "{}", l.id);
        }
        for step in 0..moves.len() {
            let scene = figure(Some(step), LashingSeen::Front, false);
            assert!(scene.alt.contains(&format!("move {} of {}", step + 1, moves.len())), "{}", scene.alt);
            assert!(to_svg(&scene, None).contains("nxh"), "{} move {step} has no arrow", l.id);
        }
        let left = figure(Some(2), LashingSeen::Front, true);
        assert!(left.alt.contains("left-handed") && !left.alt.contains("to the right"), "{}", left.alt);
    }
}

/// A floor: over each pole and under the bearer in each gap. With the bearer drawn out nothing is bound; with one pole drawn out
/// the others still are. Its cord is once round bearer and pole a turn, by hand.
#[test]
fn a_floor_binds_every_pole_to_its_bearer() {
    let l = of("floor");
    for turns in [2, 5, 9] {
        let script = l.with(Counts { turns, frapping: 0 });
        let laid = Laying::lay(&script, &[5.0, 3.0], How { apart: 8.0, ..How::TIGHT }).expect("laid");
        assert_eq!(laid.poles.len(), turns + 1, "a bearer, and a pole for every turn");
        let line = laid.strand.line();
        for gone in 0..=turns {
            let mut left = laid.poles.clone();
            let name = left.remove(gone).name;
            if gone == 0 {
                assert_eq!(word(&left, &line), "1", "without the bearer");
                continue;
            }
            for p in &left[1..] {
                let one = [left[0].clone(), p.clone()];
                assert!(word(&one, &line).contains(p.name), "{} without {name}", p.name);
            }
        }
        // Slantwise over a pole: from the bearer's side up, over, and down again, and under.
        let per = Cord::of(&laid).turns / turns as f64;
        let [bearer, pole, step] = [10.0, 6.0, 14.0];
        let least = 2.0 * (bearer + pole);
        assert!(per > least && per < least + 2.0 * bearer + step, "{per} for {least}");
    }
}

/// Which lashing: the first for each way poles meet, as handbooks of pioneering have it (common practice), and why not the others.
#[test]
fn which_lashing_is_answered_with_reasons() {
    use umbet_core::lashing::{
        Wants,
        which::{Asked, which},
    };
    let first = |meet, deg, wants| which(Asked { meet, deg, wants }, &Reader::default());
    for wants in Wants::ALL {
        for (meet, id) in [
            (Meet::Cross, "square"),
            (Meet::Sprung, "diagonal"),
            (Meet::Longer, "round"),
            (Meet::TwoLegs, "shear"),
            (Meet::ThreeLegs, "tripod"),
            (Meet::Floor, "floor"),
        ] {
            let all = first(meet, 90.0, *wants);
            assert_eq!(all.len(), lashings().len());
            assert!(all[0].id == id && all[0].fits && all[0].holds.is_some(), "{meet:?}: {:?}", all[0]);
            assert!(all.iter().all(|a| !a.because.is_empty() && a.because.ends_with('.')));
            assert!(all.is_sorted_by_key(|a| !a.fits), "those that fit come first");
        }
    }
    let sharp = first(Meet::Cross, 30.0, Wants::Turn);
    assert_eq!(sharp[0].id, "diagonal");
    let square = sharp.iter().find(|a| a.id == "square").expect("judged");
    assert!(!square.fits && square.because.contains("45°"), "{}", square.because);
}

/// Begun with the middle of the cord: one line of twice the turns in one sense. Read from its middle either end binds as a square
/// lashing’s turn does, the other mirrored; with either pole drawn out nothing is left; frapping with both ends goes round no pole;
/// every pass has a lane of its own.
#[test]
fn both_ends_bind_alike_from_the_middle() {
    let l = of("square-middle");
    for turns in [2, 3, 5] {
        let script = l.with(Counts { turns, frapping: 2 });
        let laid = Laying::lay(&script, &[5.0, 5.0], How::TIGHT).expect("laid");
        let middle = laid.middle.expect("begun there");
        let points = &laid.strand.points;
        let upto = |g: usize| points[middle..].iter().position(|p| p.group > g).map_or(points.len(), |n| middle + n);
        let back = points[..middle].iter().rposition(|p| p.group > 1).map_or(0, |n| n + 1);
        let line = laid.strand.line();
        let written = word(&laid.poles, &line[middle..upto(1)]);
        assert_eq!(written, "CucU".repeat(turns), "{turns}");
        // The other end, seen in a mirror, is the same.
        let mirrored: Vec<DVec3> = line[back..middle].iter().rev().map(|p| DVec3::new(-p.x, p.y, p.z)).collect();
        assert_eq!(word(&laid.poles, &mirrored), "CucU".repeat(turns), "{turns} mirrored");
        for gone in ['U', 'C'] {
            let left: Vec<_> = laid.poles.iter().filter(|p| p.name != gone).cloned().collect();
            assert!(word(&left, &line[back + 1..upto(1)]).len() <= 1, "without {gone}");
        }
        assert_eq!(word(&laid.poles, &line[upto(1)..upto(2)]), "1", "frapping goes between the poles");
        // Before the crossbar’s east arm: every lane once.
        let mut east: Vec<f64> = points
            .windows(2)
            .filter(|w| {
                (w[0].at.y < 1e-7) != (w[1].at.y < 1e-7) && w[0].group == 1 && w[0].at.z > 5.0 && w[0].at.x > 0.0
            })
            .map(|w| w[0].at.x)
            .collect();
        east.sort_by(f64::total_cmp);
        assert_eq!(east.len(), 2 * turns, "{east:?}");
        assert!(east.windows(2).all(|w| w[1] - w[0] > 0.95), "{turns}: {east:?}");
    }
    // Twice the turns and frapping of a square lashing hold as that does.
    let bound = Bound { pole_m: 0.075, cord_m: 0.006, turn_m: 0.8, opened: 0.0, high_m: 0.0, cord_n: 6000.0 };
    let of_both = l.holds(Counts { turns: 2, frapping: 1 }, bound);
    assert_eq!(of_both, of("square").holds(Counts { turns: 4, frapping: 2 }, bound));
    let half = |text: &str| parse(text).expect_err("refused").to_string();
    let poles = "pole U n\npole C e on U\nstart middle U s\nwrap 2 C+e U-n C+w U-s\n";
    assert!(half(&format!("{poles}end clove C e")).contains("ends with a `reef`"));
}

/// Some leave the frapping off on shears: the poles lie as near as the first hitch lets them, no move fraps, and what is bound is
/// the same.
#[test]
fn shears_are_lashed_with_and_without_frapping() {
    let l = of("shear");
    let laid = |frapping| {
        let script = l.with(Counts { frapping, ..l.usual() });
        let laid = Laying::lay(&script, &[4.0, 4.0], How::TIGHT).expect("laid");
        let apart = laid.poles[1].middle.x - laid.poles[0].middle.x - 8.0;
        let moves = l.moves(&laid, Counts { frapping, ..l.usual() }).expect("told");
        (apart, word(&laid.poles, &group(&laid, 1)), moves.len(), Cord::of(&laid).frapping)
    };
    let (with, without) = (laid(2), laid(0));
    assert!(without.0 < with.0 - 0.5, "nearer to each other: {} and {}", without.0, with.0);
    assert_eq!(with.1, without.1);
    assert!(without.2 < with.2 && without.3.abs() < 1e-12 && with.3 > 1.0);
    for other in lashings().iter().filter(|l| l.frapped()) {
        let script = other.with(Counts { frapping: 0, ..other.usual() });
        assert!(Laying::lay(&script, &vec![4.0; script.poles.len()], How::OPEN).is_ok(), "{}", other.id);
    }
}
