//! m
use umbet_core::knot::{catalogue, notation, path::KnotPath};
use umbet_core::topology::*;
fn main() {
    let id = std::env::args().nth(1).unwrap();
    let k = catalogue().find(&id).unwrap();
    let text = notation::parse(&k.entry.path).unwrap();
    let ls: Vec<(usize, usize)> = text.ropes.iter().enumerate().flat_map(|(r, t)| (0..t.letters.len()).map(move |l| (r, l))).collect();
    println!("{:?}", text.ropes.iter().map(|r| r.letters.clone()).collect::<Vec<_>>());
    for mask in 1u32..(1 << ls.len()) {
        let mut t = text.clone();
        t.count = None;
        for (i, (r, l)) in ls.iter().enumerate() { if mask >> i & 1 == 1 { let x = &mut t.ropes[*r].letters[*l]; x.over = !x.over; } }
        let Ok(p) = KnotPath::build(&t) else { continue };
        let m = identify(&p);
        if m != Made::Unknown && !matches!(m, Made::Tabled(_)) { println!("{:?} {m:?}", ls.iter().enumerate().filter(|(i, _)| mask >> i & 1 == 1).map(|(_, l)| l.1 + 1).collect::<Vec<_>>()); }
    }
}
