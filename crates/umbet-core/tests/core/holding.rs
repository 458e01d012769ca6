//! The holding model against published values and orderings.

use std::f64::consts::TAU;
use umbet_core::hold::{Element, Friction, Grip, Network, On, bump, capstan};
use umbet_core::knot::catalogue;

/// Capstan equation of Euler and Eytelwein, T_load / T_hold = exp(μφ): the usual table of one and five turns.
#[test]
fn the_capstan_table() {
    let table =
        [(0.1, 1.87, 23.1), (0.2, 3.51, 535.0), (0.3, 6.59, 12_391.0), (0.4, 12.3, 286_751.0), (0.5, 23.1, 6.6e6)];
    for (mu, one, five) in table {
        assert!((capstan(mu, TAU) / one - 1.0).abs() < 0.005, "one turn at {mu}");
        assert!((capstan(mu, 5.0 * TAU) / five - 1.0).abs() < 0.01, "five turns at {mu}");
    }
}

/// A strand lifted over one on a flat surface hardly bends; over one on a thin round it bends a lot.
#[test]
fn the_bump_falls_with_the_radius() {
    assert!((bump(0.5) - 2.0 * 0.75f64.sqrt()).abs() < 1e-12);
    let radii = [0.5, 1.0, 2.0, 5.0, 20.0, 200.0];
    assert!(radii.windows(2).all(|w| bump(w[0]) > bump(w[1])));
}

#[test]
fn a_plain_turn_never_locks_and_multiplies_as_a_capstan() {
    let turns = [Element::Wrap { turns: 2.0, wrap: On::Object }];
    let n = Network::new(&turns, 5.0);
    assert_eq!(n.critical(), None);
    let Grip::Multiplies(times) = n.grip(Friction { object: 0.2, rope: 0.2 }) else { panic!("it must not lock") };
    assert!((times / capstan(0.2, 2.0 * TAU) - 1.0).abs() < 1e-6);
}

fn network(id: &str) -> &'static [Element] {
    &catalogue().find(id).unwrap_or_else(|| panic!("{id} is in the catalogue")).entry.grip.network
}

fn critical(id: &str, radius: f64) -> f64 {
    Network::new(network(id), radius).critical().unwrap_or(f64::INFINITY)
}

/// Critical friction at R = 5 d as first measured in a trial of the model: constrictor 0.11, clove 0.17, cow 0.27.
#[test]
fn critical_friction_as_measured_in_the_trial() {
    for (id, expected) in [("constrictor", 0.11), ("clove-hitch", 0.17), ("cow-hitch", 0.27)] {
        let got = critical(id, 5.0);
        assert!((got - expected).abs() < 0.012, "{id}: {got:.3}, expected about {expected}");
    }
}

/// B. F. Bayman, *Theory of hitches*, Am. J. Phys. 45 (1977) 185 (recalled): the orderings.
#[test]
fn orderings_of_the_theory_of_hitches() {
    for radius in [1.0, 2.0, 5.0, 20.0] {
        assert!(critical("clove-hitch", radius) < critical("cow-hitch", radius), "cow grips less than clove");
        assert!(critical("double-clove", radius) < critical("clove-hitch", radius), "a second riding turn grips more");
        assert!(critical("constrictor", radius) < critical("clove-hitch", radius), "one tuck more grips more");
    }
}

/// More turns on the object never raise the friction needed.
#[test]
fn every_added_turn_lowers_the_critical_friction() {
    let hitch = |turns: f64| {
        [
            Element::Pinch { under: 2, pinch: On::Both, bump: 1.0 },
            Element::Wrap { turns, wrap: On::Object },
            Element::Wrap { turns: 1.0, wrap: On::Object },
            Element::Pinch { under: 2, pinch: On::Both, bump: 1.0 },
        ]
    };
    let needed: Vec<f64> =
        (1..5).map(|n| Network::new(&hitch(f64::from(n)), 5.0).critical().expect("locks at some friction")).collect();
    assert!(needed.windows(2).all(|w| w[1] < w[0]), "{needed:?}");
}

/// Round turns before the same two hitches: each more asks no more grip of the object, in any cord on any thickness.
#[test]
fn a_round_turn_more_never_asks_for_more_grip() {
    let hitches = ["two-half-hitches", "round-turn-two-half-hitches", "two-round-turns-two-half-hitches"]
        .into_iter()
        .chain(["three-round-turns-two-half-hitches", "four-round-turns-two-half-hitches"]);
    let networks: Vec<&[Element]> = hitches.map(network).collect();
    for radius in [1.0, 2.0, 5.0, 20.0] {
        for rope in [0.01, 0.03, 0.06, 0.1, 0.2] {
            let need = |n: &&[Element]| Network::new(n, radius).grip_needed(rope).unwrap_or(f64::INFINITY);
            let needs: Vec<f64> = networks.iter().map(need).collect();
            assert!(needs.windows(2).all(|w| w[1] <= w[0] + 1e-9), "radius {radius}, rope {rope}: {needs:?}");
        }
    }
}

/// A single half hitch does not hold on a polished pipe, slipped or not; two do, in a rope that grips itself (common
/// practice).
#[test]
fn one_half_hitch_does_not_hold_on_a_polished_pipe_and_two_do() {
    let polished = 0.12;
    let need = |id| Network::new(network(id), 4.0).grip_needed(0.2).unwrap_or(f64::INFINITY);
    assert!(need("half-hitch") > polished && need("slipped-half-hitch") > polished);
    assert!(need("two-half-hitches") < polished);
}

/// A clove with a half hitch behind it grips at least as a clove does, on any thickness.
#[test]
fn a_backed_clove_grips_no_less_than_a_clove() {
    for radius in [1.0, 2.0, 5.0, 20.0] {
        for rope in [0.02, 0.1, 0.2] {
            let need = |id| Network::new(network(id), radius).grip_needed(rope).unwrap_or(f64::INFINITY);
            assert!(need("clove-backed") <= need("clove-hitch") + 1e-9, "radius {radius}, rope {rope}");
        }
    }
}

/// A strand is squeezed by another part of the rope, never by its own.
#[test]
fn no_strand_presses_itself() {
    for k in catalogue().knots() {
        for (i, e) in k.entry.grip.network.iter().enumerate() {
            if let Element::Pinch { under, .. } = e {
                let others = *under != i && *under != i + 1 && *under <= k.entry.grip.network.len();
                assert!(others, "{}: element {i} under tension {under}", k.id);
            }
        }
    }
}

/// With a grippy rope a hitch on its own standing part asks nothing of the object; with a slick one it does.
#[test]
fn hitches_on_the_standing_part_lean_on_the_rope() {
    let k = catalogue().find("two-half-hitches").expect("in the catalogue");
    let n = Network::new(&k.entry.grip.network, 5.0);
    assert_eq!(n.grip_needed(0.25), Some(0.0));
    assert!(n.grip_needed(0.01).is_none_or(|mu| mu > 0.0));
}
