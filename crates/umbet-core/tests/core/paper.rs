//! Paper for a lesson: nothing runs off a page or a card, every word of a knot is there, and each card has its own back.

use umbet_core::draw::paper::{EDGE, PAGE};
use umbet_core::draw::scale::overlap;
use umbet_core::draw::{Item, Scene};
use umbet_core::knot::{Knot, catalogue, told};
use umbet_core::project::projects;
use umbet_core::teach::handout::{CARDS, CERTIFIES_NOTHING, cards, handout};
use umbet_core::units::Reader;

fn all() -> Vec<&'static Knot> {
    catalogue().knots().iter().collect()
}

/// Words of a page that are not within a picture, in the order they stand.
fn text(page: &Scene) -> String {
    let words = page.items.iter().filter_map(|i| match i {
        Item::Text { text, .. } => Some(text.as_str()),
        _ => None,
    });
    words.collect::<Vec<_>>().join(" ")
}

/// Words without their breaks, to be found across lines.
fn flat(words: &str) -> String {
    words.split_whitespace().collect::<Vec<_>>().join(" ")
}

/// What words cover in print: letters of the small ones are 7 pixels wide in long lines, wider by chance in short ones; of the
/// others 8.5.
fn covers(item: &Item) -> Option<[f64; 4]> {
    let Item::Text { at, text, class, .. } = item else { return None };
    let letter = match *class {
        "labn" => 7.0 + 0.6 * (40.0 / text.chars().count().max(40) as f64),
        "head" => 17.0,
        _ => 8.5,
    };
    Some([at[0], at[1] - 13.0, at[0] + letter * text.chars().count() as f64, at[1] + 3.0])
}

fn boxes(page: &Scene) -> Vec<[f64; 4]> {
    page.items.iter().filter_map(|i| if let Item::Rect { class: "box", at } = i { Some(*at) } else { None }).collect()
}

fn within([left, top, right, bottom]: [f64; 4], [x, y, wide, high]: [f64; 4]) -> bool {
    left >= x - 1.0 && top >= y - 1.0 && right <= x + wide + 1.0 && bottom <= y + high + 1.0
}

#[test]
fn a_handout_says_all_of_every_knot_and_keeps_to_its_pages() {
    for left in [false, true] {
        let pages = handout("Autumn evenings, lesson 2", "three right in a row", &all(), &[], left, &Reader::default());
        let said = flat(&pages.iter().map(text).collect::<Vec<_>>().join(" "));
        for k in all() {
            assert!(said.contains(&k.entry.name), "{}", k.id);
            assert!(said.contains(&flat(&k.entry.cue)), "{}: {}", k.id, k.entry.cue);
            for (i, step) in k.entry.step.iter().enumerate() {
                let sentence = flat(&format!("{} {}", i + 1, told(&step.say, left)));
                assert!(said.contains(&sentence), "{}: {sentence}", k.id);
            }
            for c in &k.entry.caution {
                assert!(said.contains(&flat(&c.say)), "{}: {}", k.id, c.say);
            }
        }
        assert!(said.contains(&flat(CERTIFIES_NOTHING)) && said.contains("three right in a row"));
        for (n, page) in pages.iter().enumerate() {
            for item in &page.items {
                let at = match item {
                    Item::Framed { at, .. } => [at[0], at[1], at[0] + at[2], at[1] + at[3]],
                    item => match covers(item) {
                        Some(at) => at,
                        None => continue,
                    },
                };
                assert!(within(at, [0.0, 0.0, PAGE[0], PAGE[1] - EDGE / 2.0]), "page {}: {item:.120?}", n + 1);
            }
        }
    }
}

/// No sentence lies on another, nor on a picture.
#[test]
fn words_of_a_handout_keep_clear_of_one_another() {
    for k in all() {
        for page in handout("A lesson", "once right", &[k], &[], false, &Reader::default()) {
            let words: Vec<([f64; 4], &Item)> = page.items.iter().filter_map(|i| Some((covers(i)?, i))).collect();
            for (i, (a, one)) in words.iter().enumerate() {
                for (b, other) in &words[i + 1..] {
                    assert!(!overlap(*a, *b), "{}: {one:?} on {other:?}", k.id);
                }
            }
        }
    }
}

/// What is made of cord stands on the handout with its cord, its moves and what it teaches, each on a page it fits on.
#[test]
fn what_is_made_of_cord_is_on_the_handout() {
    for p in projects() {
        let pages = handout("A lesson", "once right", &[], &[p], false, &Reader::default());
        let said = flat(&pages.iter().map(text).collect::<Vec<_>>().join(" "));
        assert!(said.contains(&flat(&p.undone)) && !said.contains("Standard"), "{}", p.id);
        assert!(said.contains(&flat(&p.usual(&Reader::default()).cords[0].length)), "{}", p.id);
        for m in p.moves.iter().chain(&p.lessons) {
            assert!(said.contains(&flat(m)), "{}: {m}", p.id);
        }
        for page in &pages {
            let words: Vec<[f64; 4]> = page.items.iter().filter_map(covers).collect();
            for (i, a) in words.iter().enumerate() {
                assert!(within(*a, [0.0, 0.0, page.width, page.height]), "{}: {a:?} is off the page", p.id);
                assert!(words[i + 1..].iter().all(|b| !overlap(*a, *b)), "{}: words on words at {a:?}", p.id);
            }
        }
    }
}

#[test]
fn each_card_has_its_own_back_when_the_sheet_is_turned() {
    let knots = all();
    let pages = cards("Autumn evenings", &knots, false);
    let many = CARDS[0] * CARDS[1];
    assert_eq!(pages.len(), 2 * knots.len().div_ceil(many));
    for (sheet, some) in pages.chunks(2).zip(knots.chunks(many)) {
        let [front, back] = sheet else { panic!("a front without a back") };
        let (fronts, backs) = (boxes(front), boxes(back));
        assert_eq!((fronts.len(), backs.len()), (some.len(), some.len()));
        for (i, k) in some.iter().enumerate() {
            // Turned over the long edge, left is right.
            let [x, y, wide, high] = fronts[i];
            let turned = [PAGE[0] - x - wide, y, wide, high];
            assert!(
                turned.iter().zip(backs[i]).all(|(a, b)| (a - b).abs() < 1e-9),
                "{}: {turned:?} {:?}",
                k.id,
                backs[i]
            );
            let on = |page: &Scene, at: [f64; 4]| {
                let here =
                    |item: &&Item| matches!(item, Item::Text { at: [tx, ty], .. } if within([*tx, *ty, *tx, *ty], at));
                let words = page.items.iter().filter(here).filter_map(|i| match i {
                    Item::Text { text, .. } => Some(text.as_str()),
                    _ => None,
                });
                flat(&words.collect::<Vec<_>>().join(" "))
            };
            assert!(on(front, fronts[i]).starts_with(&k.entry.name), "{}", k.id);
            for (page, card) in [(front, fronts[i]), (back, backs[i])] {
                let own = |item: &&Item| matches!(item, Item::Text { at: [tx, ty], .. } if within([*tx, *ty, *tx, *ty], card));
                for item in page.items.iter().filter(own) {
                    assert!(covers(item).is_some_and(|c| within(c, card)), "{}: {item:?} runs off its card", k.id);
                }
            }
            let moves = on(back, backs[i]);
            let last = k.entry.step.last().expect("a move");
            assert!(moves.contains(&flat(&last.say)), "{}: its last move runs off its card: {moves}", k.id);
        }
    }
}
