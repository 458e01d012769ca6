//! Prints the answers to a table of situations: `--example choose -- tests/core/situations.toml [WORDS OF A ROW'S NAME]`.

use serde::Deserialize;
use umbet_core::choose::{Verdict, choose};
use umbet_core::knot::catalogue;
use umbet_core::situation::{Draft, Situation, sentence, spoken};
use umbet_core::units::Reader;

#[derive(Deserialize)]
struct Table {
    row: Vec<Row>,
}

#[derive(Deserialize)]
struct Row {
    name: String,
    situation: Draft,
}

fn main() -> Result<(), Box<dyn std::error::Error>> {
    let mut args = std::env::args().skip(1);
    let table: Table = toml::from_str(&std::fs::read_to_string(args.next().ok_or("name a table")?)?)?;
    let wanted = args.next().unwrap_or_default();
    let reader = Reader::default();
    for row in table.row.iter().filter(|r| r.name.contains(&wanted)) {
        println!("\n== {}", row.name);
        let s = match Situation::read(&row.situation) {
            Ok(s) => s,
            Err(faults) => {
                println!("   cannot be read: {faults:?}");
                continue;
            }
        };
        println!("   {}", spoken(&sentence(&s, &reader)));
        let a = choose(catalogue(), &s, &reader);
        if let Some(says) = &a.declined {
            println!("   DECLINED {says}");
        }
        if let Some(c) = &a.cord_refused {
            println!("   CORD {} {}", c.says, c.take.as_deref().unwrap_or(""));
        }
        if let Some(t) = &a.teach_first {
            println!("   {}", t.says);
        }
        for k in &a.knots {
            if k.verdict == Verdict::DoesNotFit {
                println!("     x {:28} {} [{}]", k.name, k.lead.says, k.would_fit.as_deref().unwrap_or(""));
                continue;
            }
            let mends: Vec<&str> = k.mends.iter().map(|m| m.says.as_str()).collect();
            let reasons: Vec<&str> = k.reasons.iter().map(|r| r.says.as_str()).collect();
            println!("  {:?} {} | {} | {} | with {mends:?}", k.verdict, k.name, k.headline, k.lead.says);
            println!("       {} | {}", reasons.join(" "), k.ahead.as_deref().unwrap_or(""));
            if !wanted.is_empty() {
                k.asked.iter().for_each(|q| println!("       ? {} {}", q.asks, q.says));
            }
        }
        a.give_up.iter().for_each(|g| println!("  give up: {} -> {:?}", g.says, g.then_fits));
        a.cautions.iter().for_each(|c| println!("  ! {c}"));
    }
    Ok(())
}
