//! The demonstration: the Fennick Point footbridge crew, from `demo/fennick-point.toml` and `demo/spring-course.toml`.

mod course;

use crate::store::{CordInput, Deed, DeedInput, Job, JobInput, Joint, JointInput, KeptRig, KitCord, Store};
use serde::Deserialize;
use umbet_core::rig::load::LoadDraft;
use umbet_core::rig::poles::PolesDraft;
use umbet_core::rig::shelter::ShelterDraft;
use umbet_core::rig::tether::{NearThing, TetherDraft};
use umbet_core::rig::{load, poles, shelter, tether};
use umbet_core::situation::{CordDraft, Draft};

/// Something done with a piece of cord before today.
#[derive(Clone, Deserialize)]
struct DoneBefore {
    cord: String,
    deed: Deed,
    who: String,
    #[serde(default)]
    note: String,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Scenario {
    cord: Vec<CordInput>,
    deed: Vec<DoneBefore>,
    job: Vec<DemoJob>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoJob {
    name: String,
    place: String,
    note: String,
    /// Kinds of rig planned for it: the crew's shelter, the cart they load.
    #[serde(default)]
    rigs: Vec<String>,
    joint: Vec<DemoJoint>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoJoint {
    name: String,
    #[serde(default)]
    note: String,
    #[serde(default)]
    knot: Option<String>,
    situation: Draft,
}

/// Loads the scenario into an empty data file, all of it or nothing; a file that has held a job is left alone.
///
/// # Errors
/// When the scenario is faulty (the tests rule that out) or the store fails.
pub async fn load(store: &Store) -> anyhow::Result<()> {
    if Job::any(store).await? {
        return Ok(());
    }
    let scenario: Scenario = toml::from_str(include_str!("../../demo/fennick-point.toml"))?;
    let whole = store.as_one().await?;
    fill(&whole, scenario).await?;
    course::fill(&whole).await?;
    Ok(whole.keep().await?)
}

/// A rig of the crew's, worked on as far as they have come.
async fn keep_rig(store: &Store, job: i64, kind: &str) -> anyhow::Result<()> {
    let (planner, draft, ticked) = match kind {
        "shelter" => (
            &shelter::PLANNER,
            serde_json::to_value(ShelterDraft::of_the_crew())?,
            vec!["look", "pad", "fixed", "lean"],
        ),
        "load" => (&load::PLANNER, serde_json::to_value(LoadDraft::usual())?, vec!["rings", "set-0"]),
        "poles" => {
            // A wash stand of what the hut has: the blue heap's cord.
            let usual = PolesDraft::usual();
            let cord = CordDraft { kind: "laid-polypropylene-8".into(), ..usual.cord.clone() };
            (&poles::PLANNER, serde_json::to_value(PolesDraft { cord, ..usual })?, vec!["look", "mark"])
        }
        // The punt that brings planks, on the landing's ring, while the tide goes out.
        "tether" => {
            let around = vec![NearThing { name: "old pile".into(), at_m: 3.0, thick_mm: 250.0 }];
            let draft = TetherDraft { around, ..TetherDraft::usual() };
            (&tether::PLANNER, serde_json::to_value(draft)?, vec!["look", "eye"])
        }
        other => anyhow::bail!("no rig of the kind “{other}” in the demonstration"),
    };
    let ticked = ticked.into_iter().map(str::to_owned).collect();
    KeptRig { draft, ticked, version: 0 }.keep(store, job, planner).await?;
    Ok(())
}

async fn fill(store: &Store, scenario: Scenario) -> anyhow::Result<()> {
    for cord in &scenario.cord {
        KitCord::add_within(store, cord).await?;
    }
    for before in &scenario.deed {
        let kit = KitCord::list(store).await?;
        let piece = kit.iter().find(|c| c.name == before.cord);
        let piece = piece.ok_or_else(|| anyhow::anyhow!("no cord “{}” in the demonstration", before.cord))?;
        let DoneBefore { deed, who, note, .. } = before.clone();
        KitCord::done_within(store, piece.id, &DeedInput { deed, who, note, version: piece.version }).await?;
    }
    for job in scenario.job {
        let input = JobInput { name: job.name, place: job.place, note: job.note, version: 0 };
        let id = Job::add(store, &input).await?.id;
        for kind in &job.rigs {
            keep_rig(store, id, kind).await?;
        }
        for j in job.joint {
            let input = JointInput {
                name: j.name,
                situation: j.situation,
                knot: j.knot,
                note: j.note,
                position: None,
                version: 0,
            };
            Joint::add(store, id, &input).await?;
        }
    }
    Ok(())
}
