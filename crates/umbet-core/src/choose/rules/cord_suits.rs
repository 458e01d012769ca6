//! Does the cord suit it?

use super::{Mend, Rule, capital, notes, number, refuses, wants};
use crate::cord::{Construction, Stiffness};
use crate::knot::{Family, Wear};
use crate::situation::Task;

/// Webbing and shock cord take few knots.
pub const CONSTRUCTION: Rule = Rule {
    id: "construction",
    asks: "Is it made for cord of this build?",
    judge: |c, case| {
        let needs = &c.knot.entry.cord;
        let kinds = [Some(case.s.cord.kind), case.s.second.map(|s| s.kind)];
        for kind in kinds.into_iter().flatten() {
            match kind.construction {
                Construction::Webbing if !needs.webbing => {
                    return refuses(
                        "construction",
                        "Flat webbing takes the water knot and little else.".into(),
                        "Fits round cord",
                    );
                }
                Construction::Wire if !needs.wire => {
                    return refuses(
                        "construction",
                        "Wire kinks in it and springs out: it takes a round turn and half hitches, or a swaged eye."
                            .into(),
                        "Fits cord that bends",
                    );
                }
                Construction::Shock if !needs.shock => {
                    return refuses(
                        "construction",
                        "Shock cord shrinks out of it.".into(),
                        "Fits cord that does not stretch",
                    );
                }
                _ => {}
            }
        }
        None
    },
};

/// A binding knot is never a bend.
pub const JOINING_REEF: Rule = Rule {
    id: "binding-as-bend",
    asks: "Is it a bend?",
    judge: |c, case| {
        let joins = case.s.task == Task::Join && c.knot.entry.family == Family::Binding;
        if !joins {
            return None;
        }
        refuses(
            "binding-as-bend",
            "A binding knot, never a bend: it capsizes when an end is caught, and slips.".into(),
            "Fits round a parcel",
        )
    },
};

/// Sliding grips want turns that close.
pub const CLOSES: Rule = Rule {
    id: "closes",
    asks: "Do its turns close?",
    judge: |c, case| {
        let limit = c.knot.entry.cord.closes_to_mm?;
        let k = case.s.cord.kind;
        let supple_lay = k.construction == Construction::Laid && k.stiffness != Stiffness::Stiff;
        let limit = if supple_lay { limit * 1.5 } else { limit };
        let mm = case.s.cord.diameter.mm();
        if mm <= limit && k.stiffness < Stiffness::Stiff {
            return None;
        }
        let how = if k.stiffness == Stiffness::Stiff { "stiff" } else { "thick" };
        let mut f = refuses(
            "closes",
            format!("Its turns cannot close in {} {how} cord: it slides.", case.reader.diameter(case.s.cord.diameter)),
            "Fits thin, supple cord",
        )?;
        f.numbers.push(number("thickest that closes", case.reader.diameter(crate::units::Length::from_mm(limit))));
        Some(f)
    },
};

/// Two cords of unlike thickness.
pub const UNEQUAL: Rule = Rule {
    id: "unequal",
    asks: "Does it join cords this unlike?",
    judge: |c, case| {
        let second = case.s.second.as_ref()?;
        let (a, b) = (case.s.cord.diameter, second.diameter);
        let ratio = (a / b).max(b / a);
        let thick = case.reader.diameter(a.max(b));
        let r = format!("{ratio:.1} times");
        if ratio < 1.3 {
            return None;
        }
        let needs = &c.knot.entry.cord;
        if !needs.unequal {
            return refuses(
                "unequal",
                format!("Made for cords alike; one of these is {r} as thick."),
                "Fits cords of one thickness",
            );
        }
        if needs.doubles_from.is_some_and(|from| ratio >= from) && !c.has(Mend::DoubleIt) {
            return wants(
                "unequal",
                &[Mend::DoubleIt],
                format!("One cord is {r} as thick: one turn slips."),
                "Fits cords less unlike",
            );
        }
        let mut f = notes("unequal", format!("The {thick} cord makes the bight; the thinner does the moving."))?;
        f.numbers.push(number("thicker to thinner", r));
        Some(f)
    },
};

/// Cord that slides on itself.
pub const SLICK: Rule = Rule {
    id: "slick",
    asks: "Does it hold in slick cord?",
    judge: |c, case| {
        if !case.slick() {
            return None;
        }
        let (low, high) = (case.rope.low, case.rope.high);
        match c.slick {
            Wear::Stays => None,
            Wear::Loosens => wants(
                "slick",
                &[Mend::TurnOnLine, Mend::DoubleIt, Mend::LongerTail, Mend::StopperOnTail],
                format!("Slick cord rubs only {low:.2} to {high:.2} on itself: as it is, it creeps."),
                "Fits grippier cord",
            ),
            Wear::Fails => wants(
                "slick",
                &[Mend::DoubleIt],
                format!("Slick cord rubs only {low:.2} to {high:.2} on itself: it slips."),
                "Fits grippier cord",
            ),
        }
    },
};

/// Two cords of unlike material.
pub const UNLIKE: Rule = Rule {
    id: "unlike",
    asks: "Are the two cords of one material?",
    judge: |_, case| {
        let (a, b) = (&case.s.cord.kind.material, &case.s.second.as_ref()?.kind.material);
        if a == b {
            return None;
        }
        notes(
            "unlike",
            format!("{a} on {b}: they stretch and wear differently; look at it often.").replacen(a, &capital(a), 1),
        )
    },
};

/// A raw end frays into the knot.
pub const RAW_END: Rule = Rule {
    id: "raw-end",
    asks: "Is the end finished?",
    judge: |c, case| {
        if !case.s.cord.raw_end || !c.knot.entry.hands.end() {
            return None;
        }
        let k = case.s.cord.kind;
        let d = case.s.cord.diameter;
        let how = if k.natural() {
            format!("whip it, {} to {} long", case.reader.diameter(d), case.reader.diameter(d * 1.5))
        } else {
            "cut it clean and melt it; molten cord burns skin".to_owned()
        };
        notes("raw-end", format!("A raw end frays and creeps: {how}."))
    },
};

/// A bend sharper than four diameters costs strength.
pub const SHARP_BEND: Rule = Rule {
    id: "sharp-bend",
    asks: "Is the object thick enough?",
    judge: |_, case| {
        let times = case.s.object.size / case.s.cord.diameter;
        if !case.on_a_bar() || case.s.drawn_up_only() || times >= 4.0 {
            return None;
        }
        let mut f = notes("sharp-bend", "A thin object: the sharp bend costs the cord some strength.".into())?;
        f.numbers.push(number("object to cord", format!("{times:.1} times")));
        Some(f)
    },
};
