//! Every lashing with every number of turns and frapping turns, on thin poles and thick, for either hand: laid, told and drawn; and what
//! holds of all of them.

use umbet_core::draw::{LashedFigure, LashingSeen, Tied, lashed, to_svg};
use umbet_core::lashing::hold::{Bound, bands};
use umbet_core::lashing::{Cord, Counts, FRAPPING, How, Lashing, Laying, TURNS, lashings};
use umbet_core::units::Band;

/// Turns and frapping turns there are, and beyond them the usual.
fn counts(l: &Lashing) -> Vec<Counts> {
    let turns = [TURNS[0], 3, 5, 8, TURNS[1]];
    let frapping = if l.frapped() { vec![FRAPPING[0], 2, FRAPPING[1]] } else { vec![l.usual().frapping] };
    turns.into_iter().flat_map(|turns| frapping.iter().map(move |f| Counts { turns, frapping: *f })).collect()
}

fn total(l: &Lashing, counts: Counts, radius: f64) -> Option<f64> {
    let script = l.with(counts);
    let laid = Laying::lay(&script, &vec![radius; script.poles.len()], How::TIGHT).ok()?;
    Some(Cord::of(&laid).total())
}

/// More turns take more cord, and more frapping does; thicker poles too. What cannot be laid is refused, and not drawn as something else.
#[test]
fn more_of_anything_takes_more_cord() {
    for l in lashings() {
        for radius in [4.0, 8.0, 16.0] {
            let of = |turns, frapping| total(l, Counts { turns, frapping }, radius);
            let frapping = l.usual().frapping;
            for turns in TURNS[0]..TURNS[1] {
                if let (Some(less), Some(more)) = (of(turns, frapping), of(turns + 1, frapping)) {
                    assert!(more > less, "{} of {turns} turns on {radius}: {less}, one more {more}", l.id);
                }
            }
            for f in FRAPPING[0]..FRAPPING[1] {
                if let (true, Some(less), Some(more)) = (l.frapped(), of(4, f), of(4, f + 1)) {
                    assert!(more > less, "{} of {f} frapping on {radius}: {less}, one more {more}", l.id);
                }
            }
        }
        let usual = l.usual();
        let [thin, thick] =
            [6.0, 12.0].map(|r| total(l, usual, r).unwrap_or_else(|| panic!("{} as it is usual", l.id)));
        assert!(thick > thin, "{}: {thin} and {thick}", l.id);
    }
}

/// Every move is told in a sentence, and the moves use the whole lashing up: the last of them ends where the cord ends.
#[test]
fn every_move_is_told() {
    for l in lashings() {
        for c in counts(l) {
            let script = l.with(c);
            let Ok(laid) = Laying::lay(&script, &vec![8.0; script.poles.len()], How::TIGHT) else { continue };
            let moves = l.moves(&laid, c).unwrap_or_else(|e| panic!("{} {c:?}: {e}", l.id));
            assert!(moves.len() >= 2, "{} {c:?}", l.id);
            for m in &moves {
                assert!(
                    m.say.ends_with('.') && !m.say.contains("  ") && !m.say.contains('{'),
                    "{} {c:?}: {}",
                    l.id,
                    m.say
                );
                assert!(!m.short.is_empty() && m.short.chars().count() <= 24, "{} {c:?}: {}", l.id, m.short);
            }
        }
    }
}

/// Drawn from every side, for either hand, after every move: nothing runs off to nowhere, and from the front and from behind the two hands'
/// drawings are mirror images, with as many lines each. Turned, one hand's shows what the other's hides.
#[test]
fn every_lashing_is_drawn_from_every_side() {
    let mut drawn = 0;
    for l in lashings() {
        let c = l.usual();
        let script = l.with(c);
        let laid = Laying::lay(&script, &vec![6.0; script.poles.len()], How::TIGHT)
            .unwrap_or_else(|e| panic!("{}: {e}", l.id));
        let moves = l.moves(&laid, c).unwrap_or_else(|e| panic!("{}: {e}", l.id));
        let tied = Tied { lashing: l, laid: &laid, moves: &moves };
        for seen in LashingSeen::ALL.iter().copied() {
            for step in (0..moves.len()).map(Some).chain([None]) {
                let lines = [false, true].map(|mirrored| {
                    let figure = LashedFigure { step, seen, mirrored, laid: false, size: [640.0, 480.0] };
                    let svg = to_svg(&lashed(&tied, &figure), None);
                    assert!(!svg.contains("NaN") && !svg.contains("inf"), "{} {seen:?} {step:?}", l.id);
                    drawn += 1;
                    svg.matches("<path").count() + svg.matches("<polyline").count()
                });
                let near = seen == LashingSeen::Turned || lines[0].abs_diff(lines[1]) * 20 <= lines[0].max(20);
                assert!(near, "{} {seen:?} {step:?}: {lines:?}", l.id);
            }
        }
    }
    assert!(drawn > 100, "{drawn}");
}

/// Bands are in order, and a tenth turn never holds less than the second.
#[test]
fn more_turns_hold_no_less() {
    for l in lashings() {
        let hold = |turns| {
            // Poles of 75 mm with cord of 8 mm: a turn round two of them is π (D + d) + 2 (D + d) long.
            let turn_m = (std::f64::consts::PI + 2.0) * 0.083;
            let bound = Bound {
                pole_m: 0.075,
                cord_m: 0.008,
                turn_m,
                opened: 0.0,
                high_m: 0.008 * turns as f64,
                cord_n: 4000.0,
            };
            bands(l.meet, Counts { turns, frapping: l.usual().frapping }, bound)
        };
        let mut before: Option<[Band; 2]> = None;
        for turns in [2, 4, 6, 8, 10] {
            let now = hold(turns);
            for b in &now {
                assert!(b.low.is_finite() && b.low >= 0.0 && b.low <= b.high, "{} of {turns}: {b:?}", l.id);
            }
            if let Some(less) = before {
                assert!(now[0].low >= 0.999 * less[0].low, "{}: {less:?}, with {turns} {now:?}", l.id);
            }
            before = Some(now);
        }
    }
}
