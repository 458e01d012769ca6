//! A knot's picture: some step of it, some object, some hand, some side.

use super::closer::{self, Part};
use super::hands::{self, Drawn};
use super::labels::{self, COLUMN, Seen, Telltale};
use super::laid::{Moved, busy_part, hardware, laid_before, moved};
use super::object;
use super::rope::{Piece, Run, pieces};
use super::view::{Fit, ObjectLook, View};
use super::{Anchor, Item, Scene};
use crate::knot::meeting::{Place, meetings};
use crate::knot::notation::{Axis, Pole};
use crate::knot::spline::{P2, P3, distance, lengths};
use crate::knot::{Knot, told};
use serde::{Deserialize, Serialize};

/// What is asked of a picture.
#[derive(Debug, Clone, Default)]
pub struct Figure {
    /// Width and height in pixels.
    pub size: P2,
    /// The move shown, from 0: what is laid before it, and the move itself dotted; the finished knot when absent.
    pub step: Option<usize>,
    /// The move to come is not drawn: it is what is asked.
    pub untold: bool,
    /// For the left hand.
    pub mirrored: bool,
    /// Seen from behind.
    pub behind: bool,
    /// What it is tied to.
    pub object: ObjectLook,
    /// Telltales beside the finished knot.
    pub labels: bool,
    /// Words at the pull arrow, such as `400 N`; no arrow when absent.
    pub pull: Option<String>,
    /// Which way it pulls.
    pub pulls: Pulls,
    /// An arrow at everything that is hauled on to draw it up: each end, and a loop's far side.
    pub haul: bool,
    /// Words at the tail, such as `tail 130 mm`.
    pub tail: Option<String>,
    /// Places to look at, ringed; in the drawing plane of the path.
    pub marks: Vec<Mark>,
    /// Places that can be pressed.
    pub presses: Vec<Mark>,
    /// Of a picture much longer than high: its crowded part alone, or the whole with that marked.
    pub part: Option<Part>,
    /// What the picture shows, instead of the knot's name and telltales.
    pub alt: Option<String>,
}

/// Which way a knot is pulled, for the arrow.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "kebab-case")]
pub enum Pulls {
    /// The way the standing part leaves.
    #[default]
    Standing,
    /// Along its bar, one way.
    Along,
    /// Along its bar, now one way, now the other.
    EitherWay,
    /// On both parts of the line.
    BothParts,
}

/// A ring round a place.
#[derive(Debug, Clone, PartialEq)]
pub struct Mark {
    /// Where, in rope diameters.
    pub at: P2,
    /// A number or letter beside it.
    pub name: String,
}

/// A picture cannot be drawn as asked.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum FigureError {
    /// No such step.
    #[error("step {asked} is asked for, but this knot has steps 1 to {last}")]
    Step {
        /// The step asked for, from 1.
        asked: usize,
        /// The last there is.
        last: usize,
    },
}

/// Radius of a place that can be pressed, in pixels: for gloved fingers.
const PRESS: f64 = 22.0;
/// Narrower than this there is no room for words beside the drawing: telltales are numbered instead.
const NARROW: f64 = 640.0;

/// Draws a knot.
///
/// # Errors
/// [`FigureError`] when the step does not exist.
pub fn draw(knot: &Knot, figure: &Figure) -> Result<Scene, FigureError> {
    let last = knot.laid.len();
    if figure.step.is_some_and(|s| s >= last) {
        return Err(FigureError::Step { asked: figure.step.unwrap_or(0) + 1, last });
    }
    let finished = figure.step.is_none();
    let whole = laid_before(knot, last);
    let fit = Fit::new(&knot.path, &figure.object);
    let pieces = knot.path.pieces.iter().map(|h| h.points.clone());
    let busy: Vec<Vec<P3>> = whole.iter().flat_map(|l| busy_part(knot, l)).chain(pieces).collect();
    let columns = figure.labels && figure.size[0] >= NARROW;
    let side = if columns { COLUMN } else { 16.0 };
    let margins = [side, 18.0, side, if figure.size[1] > 300.0 { 26.0 } else { 12.0 }];
    let mut view = View::frame(&knot.path, &busy, fit, figure.mirrored, figure.behind, figure.size, margins);
    let part = figure.part.and_then(|_| closer::crowded(knot, figure.step));
    if let (Some(Part::Enlarged), Some(part)) = (figure.part, &part) {
        view = view.closer(part, closer::ROOM, figure.size, margins);
    }

    let laid = figure.step.map_or_else(|| whole.clone(), |s| laid_before(knot, s));
    let runs: Vec<Run> = laid.iter().map(|l| l.run(&view)).collect();
    let mut scene = Scene { width: figure.size[0], height: figure.size[1], items: Vec::new(), alt: alt(knot, figure) };
    let dotted = figure.step.filter(|_| !figure.untold);
    let next = dotted.map_or_else(Vec::new, |step| next_moves(knot, step, &runs, &view));
    let hard = hardware(knot, figure.step.unwrap_or(last), &view);
    scene.items.extend(painted(knot, &runs, &hard, next, figure, &view));
    scene.items.extend(dotted.map_or_else(Vec::new, |step| marks_of_hands(knot, step, &runs, &view, figure.size)));
    scene.items.extend(words(knot, &runs, figure, &view, finished));
    scene.items.extend(figure.marks.iter().flat_map(|m| labels::ring(place_of(knot, m.at, &view), &m.name, &view)));
    if let (Some(Part::Marked), Some(part)) = (figure.part, &part) {
        closer::mark(part, &view, &mut scene);
    }
    let press = |m: &Mark| Item::Press { at: place_of(knot, m.at, &view), r: PRESS, name: m.name.clone() };
    scene.items.extend(figure.presses.iter().map(press));
    Ok(scene)
}

fn alt(knot: &Knot, figure: &Figure) -> String {
    if let Some(alt) = &figure.alt {
        return alt.clone();
    }
    let which = match figure.step {
        Some(s) => format!("move {} of {}: {}", s + 1, knot.laid.len(), told(&knot.entry.step[s].say, figure.mirrored)),
        None => {
            let tells: Vec<&str> = knot.entry.telltale.iter().map(|t| t.look.as_str()).collect();
            format!("finished. Look for: {}", told(&tells.join("; "), figure.mirrored))
        }
    };
    let side = if figure.behind { ", from behind" } else { "" };
    let hand = if figure.mirrored { ", left-handed" } else { "" };
    format!("{}{side}{hand}, {which}", knot.entry.name)
}

/// Where a place of the drawing plane lies on the page: as deep as the rope nearest to it.
fn place_of(knot: &Knot, at: P2, view: &View) -> P2 {
    let points = knot.path.strands.iter().flat_map(|s| &s.points);
    let apart = |p: &P3| distance([p[0], p[1]], at);
    let nearest = points.min_by(|a, b| apart(a).total_cmp(&apart(b)));
    view.place(nearest.copied().unwrap_or([at[0], at[1], 0.0]))
}

/// Rope and objects in the painter's order, with what lies behind an object ghosted on it.
fn painted(knot: &Knot, runs: &[Run], hard: &[Run], next: Vec<Piece>, figure: &Figure, view: &View) -> Vec<Item> {
    let mut all: Vec<Piece> = pieces(&[runs, hard].concat(), &knot.path.poles, view);
    all.extend(next);
    for pole in &knot.path.poles {
        let depth = if pole.axis == Axis::Z { -99.0 } else { 0.0 };
        let mut items = object::paint(pole, &figure.object, view, figure.size);
        if pole.axis != Axis::Z {
            items.extend(ghosts(pole, runs, view));
        }
        all.push(Piece { depth, items });
    }
    all.sort_by(|a, b| a.depth.total_cmp(&b.depth));
    let mut items: Vec<Item> = all.into_iter().flat_map(|p| p.items).collect();
    items.extend(size_of_object(knot, runs, figure, view));
    items
}

/// The object's size beside it, where it is asked for.
pub(super) fn size_of_object(knot: &Knot, runs: &[Run], figure: &Figure, view: &View) -> Vec<Item> {
    let (Some(pole), Some(words)) = (knot.path.poles.first(), &figure.object.dimension) else { return Vec::new() };
    let smaller = figure.object.radius.is_some_and(|r| view.drawn_smaller(pole, r));
    let words = if smaller { format!("{words}, drawn small") } else { words.clone() };
    if pole.axis == Axis::Z {
        let rope: Vec<P2> = runs.iter().flat_map(|r| &r.points).map(|p| view.page([p[0], p[1]])).collect();
        return vec![object::end_on_dimension(pole, &words, view, figure.size, &rope)];
    }
    // On the side the line does not come from.
    let from_left = runs.first().is_some_and(|r| r.points[0][0] < r.points[r.points.len() / 2][0] - 20.0);
    let low_left = figure.tail.is_some() && tail_is_low_left(runs, view, figure.size);
    object::dimension(pole, &words, view, figure.size, from_left, low_left)
}

/// Whether a turned point is hidden by the pole.
fn hidden_by(pole: &Pole, view: &View, p: P3) -> bool {
    let (c, r) = view.pole(pole);
    let q = view.page([p[0], p[1]]);
    let reach = match pole.axis {
        Axis::X => (q[1] - c[1]).abs(),
        Axis::Y => (q[0] - c[0]).abs(),
        Axis::Z => return false,
    };
    p[2] < -0.4 && reach < r
}

pub(super) fn ghosts(pole: &Pole, runs: &[Run], view: &View) -> Vec<Item> {
    let mut edges: Vec<Vec<P2>> = Vec::new();
    for run in runs {
        let mut stretch: Vec<P2> = Vec::new();
        for p in run.points.iter().copied().chain([[0.0, 0.0, 9.0]]) {
            if hidden_by(pole, view, p) {
                stretch.push([p[0], p[1]]);
            } else {
                if stretch.len() > 5 {
                    edges.extend(both_edges(&stretch, view));
                }
                stretch.clear();
            }
        }
    }
    ghosted(edges, view)
}

/// Edges of what lies behind an object, dashed on it.
pub(super) fn ghosted(edges: Vec<Vec<P2>>, view: &View) -> Vec<Item> {
    if edges.is_empty() {
        return Vec::new();
    }
    let s = view.scale;
    vec![Item::Lines { class: "gh", runs: edges, width: Some((0.07 * s).max(1.2)), dash: Some((0.35 * s, 0.3 * s)) }]
}

pub(super) fn both_edges(stretch: &[P2], view: &View) -> [Vec<P2>; 2] {
    let t = crate::knot::spline::tangents(stretch);
    [0.45, -0.45].map(|w| stretch.iter().zip(&t).map(|(p, t)| view.page([p[0] - t[1] * w, p[1] + t[0] * w])).collect())
}

/// The dotted way of every rope that moves in this step.
fn next_moves(knot: &Knot, step: usize, runs: &[Run], view: &View) -> Vec<Piece> {
    let dotted = |m: Moved| {
        let turned: Vec<P3> = m.points.into_iter().map(|p| view.turn(p)).collect();
        labels::next_move(&turned, m.head, &seen(knot, &turned, runs, view), view)
    };
    moved(knot, step).into_iter().flat_map(dotted).collect()
}

/// Marks for the hands in a move.
fn marks_of_hands(knot: &Knot, step: usize, runs: &[Run], view: &View, size: P2) -> Vec<Item> {
    let mut page = drawn(knot, runs, size, view);
    page.drawn.extend(moved(knot, step).into_iter().flat_map(|m| m.points).map(|p| view.place(p)));
    hands::hands(&page, step)
}

/// The page as the rope is drawn on it.
fn drawn<'a>(knot: &'a Knot, runs: &[Run], size: P2, view: &'a View) -> Drawn<'a> {
    let drawn = runs.iter().flat_map(|r| &r.points).map(|p| view.page([p[0], p[1]])).collect();
    Drawn { knot, view, size, drawn }
}

/// How each point of a next move is seen among what is laid.
fn seen(knot: &Knot, next: &[P3], runs: &[Run], view: &View) -> Vec<Seen> {
    const NEAR: f64 = 0.85;
    const GAP: f64 = 0.7;
    let mut flat: Vec<Vec<P2>> = runs.iter().map(|r| r.points.iter().map(|p| [p[0], p[1]]).collect()).collect();
    flat.push(next.iter().map(|p| [p[0], p[1]]).collect());
    let refs: Vec<&[P2]> = flat.iter().map(Vec::as_slice).collect();
    let mine = runs.len();
    let all = meetings(&refs);
    let height = |p: Place| next[p.index as usize][2];
    // Where the move crosses its own way, the lower of the two.
    let own: Vec<f64> = all
        .iter()
        .filter(|m| m.late.rope == mine && m.early.rope == mine)
        .map(|m| if height(m.late) < height(m.early) { m.late.index } else { m.early.index })
        .collect();
    let run = lengths(next.iter().map(|p| [p[0], p[1]]));
    let in_gap = |i: usize| own.iter().any(|at| (run[i] - run[*at as usize]).abs() < GAP);
    let under: Vec<P2> = all
        .into_iter()
        .filter(|m| m.late.rope == mine && m.early.rope != mine)
        .filter(|m| next[m.late.index as usize][2] < runs[m.early.rope].points[m.early.index as usize][2])
        .map(|m| flat[mine][m.late.index as usize])
        .collect();
    let hidden = |p: &P3| knot.path.poles.iter().any(|q| hidden_by(q, view, *p));
    next.iter()
        .enumerate()
        .map(|(i, p)| match p {
            p if hidden(p) => Seen::Behind,
            _ if in_gap(i) => Seen::Gap,
            p if under.iter().any(|u| distance(*u, [p[0], p[1]]) < NEAR) => Seen::Under,
            _ => Seen::Plainly,
        })
        .collect()
}

/// Telltales, pull arrow and tail.
fn words(knot: &Knot, runs: &[Run], figure: &Figure, view: &View, finished: bool) -> Vec<Item> {
    let mut items = Vec::new();
    if let Some(words) = &figure.pull {
        items.extend(pull_arrows(knot, runs, words, figure, view));
    }
    if figure.haul && finished {
        items.extend(hands::hauled(&drawn(knot, runs, figure.size, view), runs));
    }
    let room = !figure.labels || figure.size[0] >= NARROW;
    if let (Some(words), true) = (&figure.tail, finished && room) {
        items.extend(tail_words(runs, words, view, figure.size));
    }
    if figure.labels && finished {
        let tells: Vec<Telltale<'_>> = knot
            .tells
            .iter()
            .zip(&knot.entry.telltale)
            .map(|(place, t)| {
                let strand = &knot.path.strands[place.rope];
                let at = view.place(strand.points[strand.index_at(place.waypoint, place.back)]);
                Telltale { at, look: &t.look }
            })
            .collect();
        let narrow = figure.size[0] < NARROW;
        items.extend(if narrow {
            labels::numbered(&tells)
        } else {
            labels::telltales(&tells, figure.size, taken(runs, figure.size, view))
        });
    }
    items
}

/// Where rope runs off through the columns of labels, left and right.
fn taken(runs: &[Run], size: P2, view: &View) -> [Option<labels::Band>; 2] {
    const WHOLE_COLUMN: f64 = 160.0;
    let page: Vec<P2> = runs.iter().flat_map(|r| &r.points).map(|p| view.page([p[0], p[1]])).collect();
    let half = view.scale / 2.0;
    let band = |inside: &dyn Fn(f64) -> bool| {
        let ys = page.iter().filter(|p| inside(p[0])).map(|p| p[1]);
        let (low, high) = ys.fold((f64::MAX, f64::MIN), |(a, b), y| (a.min(y), b.max(y)));
        (low <= high && high - low < WHOLE_COLUMN).then_some((low - half, high + half))
    };
    [band(&|x| x > 0.0 && x < COLUMN - 20.0), band(&|x| x < size[0] && x > size[0] - COLUMN + 20.0)]
}

/// Arrows the way it is pulled; a bar seen end-on has no length to pull along.
pub(super) fn pull_arrows(knot: &Knot, runs: &[Run], words: &str, figure: &Figure, view: &View) -> Vec<Item> {
    let Some(run) = runs.first() else { return Vec::new() };
    let bar = knot.path.poles.first().filter(|p| p.axis != Axis::Z);
    match (figure.pulls, bar) {
        (Pulls::Along | Pulls::EitherWay, Some(bar)) => along_arrows(bar, run, words, figure, view),
        (Pulls::BothParts, _) => {
            let back = Run { points: run.points.iter().rev().copied().collect(), ..run.clone() };
            let both = [pull_arrow(run, words, view, figure.size), pull_arrow(&back, "", view, figure.size)];
            both.into_iter().flatten().flatten().collect()
        }
        _ => pull_arrow(run, words, view, figure.size).unwrap_or_default(),
    }
}

/// An arrow along the bar, beside it, toward where the standing part comes from; one more the other way where it pulls both.
fn along_arrows(bar: &Pole, run: &Run, words: &str, figure: &Figure, view: &View) -> Vec<Item> {
    let (c, r) = view.pole(bar);
    let size = figure.size;
    let page = |p: &P3| view.page([p[0], p[1]]);
    let (i, j) = if bar.axis == Axis::X { (0, 1) } else { (1, 0) };
    let start = run.points.first().map_or(c, page);
    // Toward the start of the line where that lies along the bar, else toward the low end of the page's axis.
    let sign =
        if (start[i] - size[i] / 2.0).abs() > size[i] * 0.3 { (start[i] - size[i] / 2.0).signum() } else { -1.0 };
    let mut way = [0.0; 2];
    way[i] = sign;
    // On the side of the bar away from the standing part, or below where that lies along it.
    let side = if start[j] > c[j] + r { -1.0 } else { 1.0 };
    let at = |toward: f64| {
        let mut p = [0.0; 2];
        p[i] = size[i] / 2.0 + toward * size[i] * 0.26;
        p[j] = (c[j] + side * (r + 24.0)).clamp(26.0, size[j] - 26.0);
        p
    };
    let mut items = labels::pull(at(sign), way, Some(words), size);
    if figure.pulls == Pulls::EitherWay {
        items.extend(labels::pull(at(-sign), [-way[0], -way[1]], None, size));
    }
    items
}

/// An arrow beside the standing part, a little inside the edge it runs off.
fn pull_arrow(run: &Run, words: &str, view: &View, size: P2) -> Option<Vec<Item>> {
    let page: Vec<P2> = run.points.iter().map(|p| view.page([p[0], p[1]])).collect();
    let inside = |p: &P2| p[0] > 40.0 && p[0] < size[0] - 40.0 && p[1] > 40.0 && p[1] < size[1] - 40.0;
    let i = page.iter().position(inside)?;
    // Outward: from farther along the rope to nearer its end.
    let (from, to) = (page[(i + 4).min(page.len() - 1)], page[i.saturating_sub(4)]);
    let l = distance(from, to).max(1e-9);
    let way = [(to[0] - from[0]) / l, (to[1] - from[1]) / l];
    let n = [-way[1], way[0]];
    let clear = view.scale * 0.7 + 18.0;
    let from = [page[i][0] + n[0] * clear - way[0] * 20.0, page[i][1] + n[1] * clear - way[1] * 20.0];
    Some(labels::pull(from, way, Some(words).filter(|w| !w.is_empty()), size))
}

/// The tail ends near the left edge, in the lower half, where a bar's size would be written.
fn tail_is_low_left(runs: &[Run], view: &View, size: P2) -> bool {
    let end = runs.iter().rfind(|r| r.whipped).and_then(|r| r.points.last()).map(|e| view.page([e[0], e[1]]));
    end.is_some_and(|p| p[0] < size[0] / 2.0 && p[1] > size[1] / 2.0)
}

pub(super) fn tail_words(runs: &[Run], words: &str, view: &View, size: P2) -> Option<Item> {
    let run = runs.iter().rfind(|r| r.whipped)?;
    let end = run.points.last()?;
    let before = run.points[run.points.len().saturating_sub(5)];
    let p = view.page([end[0], end[1]]);
    let clear = view.scale * 0.8 + 8.0;
    let lies_flat = (end[0] - before[0]).abs() > (end[1] - before[1]).abs();
    // Beside the end, on the side with more room first; then over and under it, and then farther off.
    let inward = if p[0] < size[0] / 2.0 { 1.0 } else { -1.0 };
    let beside = |s: f64| [[p[0] + s * inward * clear, p[1]], [p[0] - s * inward * clear, p[1]]];
    let across = |s: f64| {
        let x = p[0] - inward * 10.0;
        [[x, p[1] + s * clear + 12.0], [x, p[1] - s * clear]]
    };
    let places = if lies_flat { [across(1.0), beside(1.0)] } else { [beside(1.0), across(1.0)] };
    let far = [across(2.2), beside(2.0)];
    let page: Vec<P2> = runs.iter().flat_map(|r| &r.points).map(|q| view.page([q[0], q[1]])).collect();
    let reach = view.scale / 2.0;
    let (wide, high) = (9.0 * words.chars().count() as f64, 18.0);
    let options = places.into_iter().chain(far).flatten().map(|[x, y]| {
        let y = y.clamp(24.0, size[1] - 12.0);
        let anchor =
            if x > p[0] + 12.0 || (x - p[0]).abs() <= 12.0 && inward > 0.0 { Anchor::Start } else { Anchor::End };
        let left = if anchor == Anchor::Start { x } else { x - wide };
        let covers = |q: &&P2| {
            (left - reach..left + wide + reach).contains(&q[0]) && (y - high - reach..y + 4.0 + reach).contains(&q[1])
        };
        let outside = (-left).max(left + wide - size[0]).max(0.0);
        (page.iter().filter(covers).count() + 1000 * usize::from(outside > 4.0), x, y, anchor)
    });
    let (_, x, y, anchor) = options.min_by_key(|o| o.0)?;
    Some(Item::Text { class: "dimt halo", at: [x, y], anchor, text: words.to_owned() })
}
