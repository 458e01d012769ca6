//! Prints the answers to the situations the product must get right: `--example choose`.

use umbet_core::choose::{Verdict, choose};
use umbet_core::knot::catalogue;
use umbet_core::situation::*;
use umbet_core::units::Reader;

fn main() {
    let mut tree = Draft::usual(Task::MakeFast);
    tree.size_mm = Some(250.0);
    let mut pull = tree.clone();
    pull.hands = Some(HandsState::Mittens);
    pull.off = Some(Off::OnePull);
    let mut season = tree.clone();
    season.stays = Some(Stays::Season);
    let mut tube = Draft::usual(Task::MakeFast);
    tube.shape = Some(Shape::Pipe);
    tube.cord.kind = "braid-polyester-12".into();
    let mut along = tube.clone();
    along.way = Some(Way::Along);
    let log = Draft::usual(Task::Drag);
    let mut pipe = log.clone();
    pipe.surface = Some("steel-polished".into());
    let mut join = Draft::usual(Task::Join);
    join.second.as_mut().expect("two").kind = "kernmantle-11".into();
    let mut slick = Draft::usual(Task::Join);
    slick.cord.kind = "laid-polypropylene-8".into();
    slick.second.as_mut().expect("two").kind = "laid-polypropylene-8".into();
    let mut mid = Draft::usual(Task::MidLoop);
    mid.leaves_nothing = true;
    let mut guy = Draft::usual(Task::Guy);
    guy.cord.kind = "guy-polyester-3".into();
    let mut thick = guy.clone();
    thick.cord.kind = "kernmantle-11".into();
    let mut webbing = tree.clone();
    webbing.cord.kind = "webbing-25".into();
    for (name, d) in [
        ("tree, mittens, one pull", pull),
        ("tree, season", season),
        ("tube along", along),
        ("tube away", tube),
        ("log", log),
        ("polished log", pipe),
        ("4 to 11", join),
        ("slick", slick),
        ("mid loop", mid),
        ("guy 3 mm", guy),
        ("guy 11 mm", thick),
        ("webbing", webbing),
        ("stop", Draft::usual(Task::Stop)),
        ("bind", Draft::usual(Task::Bind)),
        ("loop", Draft::usual(Task::EndLoop)),
    ] {
        let s = Situation::read(&d).expect("reads");
        let r = Reader::default();
        let words: Vec<String> = sentence(&s, &r).into_iter().map(|f| f.words).collect();
        println!("\n== {name}: {}", words.join(" "));
        let a = choose(catalogue(), &s, &r);
        for k in &a.knots {
            if k.verdict == Verdict::LeftOnTheGround {
                println!("     x {:28} {} [{}]", k.name, k.lead.says, k.would_fit.clone().unwrap_or_default());
            } else {
                let mends: Vec<&str> = k.mends.iter().map(|m| m.says.as_str()).collect();
                println!(
                    "  {:?} {} | {} | {} | need {:.3?} | mends {:?} | {} | {}",
                    k.verdict,
                    k.name,
                    k.headline,
                    k.lead.says,
                    k.facts.grip_needed,
                    mends,
                    k.facts.cord_words,
                    k.ahead.clone().unwrap_or_default()
                );
            }
        }
        for g in &a.give_up {
            println!("  give up: {} -> {:?}", g.says, g.then_fits);
        }
    }
}
