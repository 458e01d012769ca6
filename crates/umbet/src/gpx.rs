//! Waypoints of a GPX file as places on a site, metres east and north of the first one.

use crate::error::Error;
use serde::Serialize;
use umbet_core::rig::anchor::AnchorDraft;
use utoipa::ToSchema;

/// Radius of the earth, metres (IUGG mean).
const EARTH: f64 = 6_371_008.8;
/// Most waypoints a site takes as anchors.
pub const MOST: usize = 12;
/// Most waypoints listed to choose from.
const MOST_LISTED: usize = 500;
/// How far across a site is, metres.
const SITE_M: f64 = 500.0;

/// A waypoint on the site.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Waypoint {
    /// Its number in the file, from 0.
    pub number: usize,
    /// Its name.
    pub name: String,
    /// Metres east and north of the first waypoint answered.
    pub at_m: [f64; 2],
    /// An anchor there, taken for a tree; its thickness and height are the reader's to say.
    pub anchor: AnchorDraft,
    /// It lies within half a kilometre of that one.
    pub near: bool,
}

/// Reads the waypoints, or those `taken` by their numbers; tracks and routes are skipped. A site is small: the earth is taken as
/// level about the first of them.
///
/// # Errors
/// When the file is not GPX, or holds no two waypoints.
pub fn read(file: &str, taken: &[usize]) -> Result<Vec<Waypoint>, Error> {
    let read = ::gpx::read(waypoints_only(file).as_bytes())
        .map_err(|_| Error::fault("gpx", "This is not a GPX file: export the anchors as waypoints and try again."))?;
    let points: Vec<(usize, String, f64, f64)> = read
        .waypoints
        .iter()
        .enumerate()
        .filter(|(i, _)| taken.is_empty() || taken.contains(i))
        .take(MOST_LISTED)
        .map(|(i, w)| {
            let name = w.name.as_deref().map(str::trim).filter(|n| !n.is_empty());
            let name = name.map_or_else(|| format!("waypoint {}", i + 1), |n| n.chars().take(60).collect());
            (i, name, w.point().x(), w.point().y())
        })
        .collect();
    let [(_, _, lon0, lat0), _, ..] = points[..] else {
        return Err(Error::fault("gpx", "Two waypoints at least: mark each tree as one."));
    };
    let place = |lon: f64, lat: f64| {
        let east = (lon - lon0 + 540.0).rem_euclid(360.0) - 180.0;
        [round(east.to_radians() * lat0.to_radians().cos() * EARTH), round((lat - lat0).to_radians() * EARTH)]
    };
    let of = |(number, name, lon, lat): (usize, String, f64, f64)| {
        let at_m = place(lon, lat);
        let anchor = AnchorDraft::tree(name.clone(), at_m);
        Waypoint { number, name, at_m, anchor, near: at_m[0].hypot(at_m[1]) <= SITE_M }
    };
    Ok(points.into_iter().map(of).collect())
}

/// The file without its tracks and routes, which may be a day long and are nothing to tie to.
fn waypoints_only(file: &str) -> String {
    ["trk", "rte"].iter().fold(file.to_owned(), |text, element| without(&text, element))
}

/// The text without these elements; as it is from the first that does not close.
fn without(text: &str, element: &str) -> String {
    let (open, close) = (format!("<{element}"), format!("</{element}>"));
    let (mut kept, mut rest) = (String::new(), text);
    while let Some(from) = rest.find(&open) {
        let named = rest[from + open.len()..].starts_with(|c: char| c == '>' || c.is_whitespace());
        let end = rest[from..].find(&close).map(|to| from + to + close.len());
        let skip = match end {
            Some(end) if named => end,
            None => break,
            _ => {
                kept.push_str(&rest[..from + open.len()]);
                rest = &rest[from + open.len()..];
                continue;
            }
        };
        kept.push_str(&rest[..from]);
        rest = &rest[skip..];
    }
    kept + rest
}

fn round(m: f64) -> f64 {
    (m * 100.0).round() / 100.0
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn tracks_and_routes_are_cut_out_and_nothing_else() {
        let text =
            "<gpx><trk a='1'><trkseg><trkpt/></trkseg></trk><wpt/><rte><rtept/></rte><trkish/><trk>x</trk></gpx>";
        assert_eq!(waypoints_only(text), "<gpx><wpt/><trkish/></gpx>");
        assert_eq!(waypoints_only("<gpx><trk><wpt/></gpx>"), "<gpx><trk><wpt/></gpx>");
    }
}
