//! Where water would run in along a line.

use super::{Drip, Geometry};
use crate::rig::shelter::draft::Shelter;

pub(super) fn drips(shelter: &Shelter, g: &Geometry) -> Vec<Drip> {
    let mut all = Vec::new();
    if shelter.pitch.needs_two_anchors() {
        for (end, word) in g.ridge.iter().zip(["near", "far"]) {
            let (stop, says) = match (shelter.split, shelter.line_over) {
                (true, _) => {
                    (false, format!("The knot at the {word} end is outside the cover: water leaves the line there."))
                }
                (false, true) => {
                    (true, "A short cord hung from the line, outside the cover’s loops: water drops there.".into())
                }
                (false, false) => (
                    true,
                    "A slipped biting hitch of the cover’s end cord on the ridge, or a short cord of its own a hand outside the cover: water leaves there."
                        .into(),
                ),
            };
            all.push(Drip { at: *end, says, stop });
        }
    } else {
        let says = "The line falls away from the dry side: water runs to the anchor or the peg.".to_owned();
        all.push(Drip { at: g.ridge[0], says, stop: false });
    }
    all.push(Drip {
        at: g.guys.first().map_or([0.0; 3], |g| g.from),
        says: "Guys fall outward from the cover: water leaves by them.".into(),
        stop: false,
    });
    all
}
