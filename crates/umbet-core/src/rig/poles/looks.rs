//! What the drawings of lashed poles show.

use super::build::Standing;
use super::draft::{Build, Poles};
use super::forces::Forces;
use crate::cord::Construction;
use crate::draw::{
    LashedFigure, LashingSeen, PoleLooks, PolesLooks, Tied, beside, lashed, poles_above, poles_front, poles_turned,
};
use crate::lashing::{DRAWN, How, Laying};
use crate::rig::{Drawing, Given};
use crate::units::{Band, Force, Length};

/// From the front; beside it from the side where it is deep, from above where feet stand in a ring. And turned.
pub fn drawings(poles: &Poles, standing: &Standing, forces: &Forces, given: &Given<'_>) -> Vec<Drawing> {
    let looks = looks(poles, standing, forces, given);
    let narrow = |share: f64| PolesLooks { width: given.width * share, ..looks.clone() };
    let scene = match poles.said.build {
        Build::Tripod => beside(poles_front(&narrow(0.62), [0, 2]), "From above", poles_above(&narrow(0.38))),
        Build::Rack | Build::Table | Build::Bridge => {
            beside(poles_front(&narrow(0.5), [0, 2]), "From the side", poles_front(&narrow(0.5), [1, 2]))
        }
        _ => poles_front(&looks, [0, 2]),
    };
    let turned = poles_turned(&looks);
    vec![Drawing { id: "front", name: "Front", scene }, Drawing { id: Drawing::TURNED, name: "Turned", scene: turned }]
}

/// The lashing it stands or falls by, tied: from the front, and turned.
pub fn tied(poles: &Poles, width: f64) -> Option<Drawing> {
    let width = width / 2.0;
    let script = poles.lashing.with(poles.counts);
    let radius = (poles.said.pole_mm / 2.0 / poles.cord.diameter.mm()).clamp(DRAWN[0], DRAWN[1]);
    let laid = Laying::lay(&script, &vec![radius; script.poles.len()], How::OPEN).ok()?;
    let figure = |seen| {
        let laid_cord = poles.cord.kind.construction == Construction::Laid;
        let figure = LashedFigure { step: None, seen, mirrored: false, laid: laid_cord, size: [width, HIGH] };
        lashed(&Tied { lashing: poles.lashing, laid: &laid, moves: &[] }, &figure)
    };
    let scene = beside(figure(LashingSeen::Front), "Turned", figure(LashingSeen::Turned));
    Some(Drawing { id: "lashing", name: "The lashing", scene })
}

/// Height of the drawing of the lashing, pixels.
const HIGH: f64 = 360.0;

fn looks(poles: &Poles, standing: &Standing, forces: &Forces, given: &Given<'_>) -> PolesLooks {
    let reader = given.reader;
    let d = &poles.said;
    let at = |n: usize| standing.frame.nodes[n].into();
    let pole = |(i, p): (usize, &crate::statics::frame::FramePole)| {
        let ends = [p.nodes[0], p.nodes[p.nodes.len() - 1]].map(|n| standing.frame.nodes[n]);
        let way = (ends[1] - ends[0]).normalize();
        let past = standing.roles[i].past_m;
        PoleLooks { from: (ends[0] - way * past[0]).into(), to: (ends[1] + way * past[1]).into() }
    };
    let mut drawn: Vec<PoleLooks> = standing.frame.poles.iter().enumerate().map(pole).collect();
    let half = d.pole_m / 2.0;
    match d.build {
        Build::Cross => {
            let p = standing.frame.nodes[1];
            drawn.push(PoleLooks { from: [p.x - half, p.y, p.z], to: [p.x + half, p.y, p.z] });
        }
        Build::Brace => {
            let p = standing.frame.nodes[0];
            let run = half / 2f64.sqrt();
            for side in [-1.0, 1.0] {
                drawn.push(PoleLooks {
                    from: [p.x - side * run, 0.0, p.z - run],
                    to: [p.x + side * run, 0.0, p.z + run],
                });
            }
        }
        Build::Longer => {
            let thick = d.pole_mm / 2000.0;
            drawn.push(PoleLooks { from: [-thick, 0.0, 0.0], to: [-thick, 0.0, d.pole_m] });
            let from = d.pole_m - d.long_m;
            drawn.push(PoleLooks { from: [thick, 0.0, from], to: [thick, 0.0, from + d.pole_m] });
        }
        _ => {}
    }
    let n = |x: f64| reader.forces(Band { low: x, high: x });
    let loads = standing.loaded.iter().map(|i| at(*i)).collect();
    PolesLooks {
        width: given.width,
        thick_m: d.pole_mm / 1000.0,
        poles: drawn,
        top: top(poles, standing),
        lashed: standing.lashed.iter().flat_map(|l| l.nodes.iter().map(|i| at(*i))).collect(),
        feet: standing.feet.iter().map(|i| at(*i)).collect(),
        lines: standing.lines.iter().map(|[a, b]| [at(*a), at(*b)]).collect(),
        line_wanted: d.build.lined()
            && !d.spread_line
            && poles.ground.friction.low * forces.foot_n[1] < forces.foot_n[0],
        loads,
        hung: matches!(d.build, Build::Tripod | Build::Shears | Build::AFrame),
        load: [reader.force(Force::from_n(d.mass_kg * super::G)), reader.mass(d.mass_kg)],
        leg: d.build.legged().then(|| format!("{} along a leg", reader.forces(forces.pushed.0))),
        outward: (forces.foot_n[0] > 1.0).then(|| format!("{} out", n(forces.foot_n[0]))),
        line: (!standing.lines.is_empty()).then(|| n(forces.line_n)),
        high: [reader.length(Length::from_m(standing.high_m())), reader.length(Length::from_m(apart(standing)))],
        high_m: standing.high_m(),
    }
}

/// The thin poles of a top, lying on the bearers.
fn top(poles: &Poles, standing: &Standing) -> Vec<PoleLooks> {
    if !poles.said.build.topped() {
        return Vec::new();
    }
    let deck = poles.deck();
    let z = standing.high_m() + poles.said.pole_mm / 2000.0 + deck.thick_m / 2.0;
    let y = |i: usize| poles.said.long_m * i as f64 / (deck.poles - 1) as f64;
    let half = deck.across_m / 2.0;
    (0..deck.poles).map(|i| PoleLooks { from: [-half, y(i), z], to: [half, y(i), z] }).collect()
}

fn apart(standing: &Standing) -> f64 {
    match standing.feet.as_slice() {
        [a, b, ..] => (standing.frame.nodes[*a] - standing.frame.nodes[*b]).norm(),
        _ => 0.0,
    }
}
