//! m
use umbet_core::knot::catalogue;
use umbet_core::topology::*;
fn main() {
    let only = std::env::args().nth(1);
    for k in catalogue().knots() {
        if only.as_ref().is_some_and(|o| *o != k.id) { continue; }
        println!("{} -> {:?}", k.id, identify(&k.path));
        for m in missteps(k) { println!("   {} step {}: {:?} {}", m.id, m.step + 1, m.made, m.actions[0].wrong); }
    }
}
