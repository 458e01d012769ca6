//! Shelters planned for a test.

use umbet_core::rig::shelter::{Shelter, ShelterDraft, ShelterPlan, plan};
use umbet_core::rig::{Given, Hank, Planned, Rig};
use umbet_core::situation::Habits;
use umbet_core::units::Reader;

pub const WIDTH: f64 = 868.0;

/// The crew's own.
pub fn shelter() -> ShelterDraft {
    ShelterDraft::of_the_crew()
}

pub fn read(d: &ShelterDraft) -> Shelter {
    Shelter::read(d).unwrap_or_else(|faults| panic!("{faults:?}"))
}

pub fn try_plan(d: &ShelterDraft) -> Result<ShelterPlan, String> {
    try_with(d, &[], &Habits::default(), &Reader::default())
}

pub fn try_with(d: &ShelterDraft, kit: &[Hank], habits: &Habits, reader: &Reader) -> Result<ShelterPlan, String> {
    plan(&read(d), &Given { kit, habits, reader, width: WIDTH }).map_err(|e| e.0)
}

pub fn planned_with(d: &ShelterDraft, kit: &[Hank], habits: &Habits, reader: &Reader) -> ShelterPlan {
    try_with(d, kit, habits, reader).unwrap_or_else(|why| panic!("{:?}: {why}", d.pitch))
}

pub fn planned(d: &ShelterDraft) -> ShelterPlan {
    planned_with(d, &[], &Habits::default(), &Reader::default())
}

/// As any rig is planned: with its drawings, `width` pixels wide.
pub fn drawn(d: &ShelterDraft, width: f64, reader: &Reader) -> Planned {
    let habits = Habits::default();
    Rig::plan(&read(d), &Given { kit: &[], habits: &habits, reader, width })
        .unwrap_or_else(|why| panic!("{:?}: {}", d.pitch, why.0))
}
