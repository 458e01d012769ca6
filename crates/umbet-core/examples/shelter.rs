//! Prints a shelter's plan, to be read: `--example shelter -- [CHANGE AS JSON]`.

use umbet_core::rig::shelter::{Shelter, ShelterDraft, plan};
use umbet_core::rig::{Given, Hank};
use umbet_core::situation::Habits;
use umbet_core::units::Reader;

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let mut said = serde_json::to_value(ShelterDraft::of_the_crew())?;
    if let Some(change) = std::env::args().nth(1) {
        let change: serde_json::Map<String, serde_json::Value> = serde_json::from_str(&change)?;
        said.as_object_mut().ok_or("a shelter")?.extend(change);
    }
    let draft: ShelterDraft = serde_json::from_value(said)?;
    let (habits, reader) = (Habits::default(), Reader::default());
    let kit = [Hank { name: "the hank".into(), kind: "braid-polyester-6".into(), length_m: 20.0 }];
    let shelter = match Shelter::read(&draft) {
        Ok(s) => s,
        Err(faults) => {
            faults.iter().for_each(|f| println!("{}: {}", f.field, f.says));
            return Ok(());
        }
    };
    let p = match plan(&shelter, &Given { kit: &kit, habits: &habits, reader: &reader, width: 868.0 }) {
        Ok(p) => p,
        Err(why) => {
            println!("Does not go: {}", why.0);
            return Ok(());
        }
    };
    println!("{}", p.rig.said);
    let lists =
        [("measured", &p.rig.measures), ("change", &p.rig.change), ("needs", &p.rig.needs), ("mind", &p.rig.cautions)];
    lists.iter().for_each(|(head, says)| says.iter().for_each(|s| println!("  {head}: {s}")));
    p.rig.parts.iter().for_each(|x| println!("  gives: {}", x.says));
    p.facts.remedies.iter().for_each(|r| println!("  remedy: {}", r.says));
    p.facts.no_remedy.iter().for_each(|r| println!("  remedy: {r}"));
    p.rig
        .joints
        .iter()
        .for_each(|j| println!("  joint {}: {} × {}, {}. {}", j.id, j.times, j.name, j.knot_name, j.because));
    for c in &p.rig.cuts {
        let items: Vec<String> = c.items.iter().map(|i| format!("{} {}", i.words, i.of)).collect();
        println!(
            "  cut: {} × {} {}: {} | {:?} {:?}",
            c.times,
            c.name,
            c.words.join(" / "),
            items.join(" + "),
            c.hank,
            c.short
        );
    }
    p.rig.order.iter().for_each(|s| println!("  [{}] {}: {}", s.id, s.short, s.say));
    p.rig.strike.iter().for_each(|s| println!("  ({}) {}: {}", s.id, s.short, s.say));
    p.facts.forces.in_balance.iter().for_each(|a| println!("  acts: {} {:.0?}", a.what, a.n));
    Ok(())
}
