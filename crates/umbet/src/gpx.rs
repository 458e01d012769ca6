//! Waypoints of a GPX file as places on a site, metres east and north of the first one.

use crate::error::Error;
use serde::Serialize;
use utoipa::ToSchema;

/// Radius of the earth, metres (IUGG mean).
const EARTH: f64 = 6_371_008.8;
/// Most waypoints taken: a site has no more anchors.
const MOST: usize = 12;

/// A waypoint on the site.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Waypoint {
    /// Its name.
    pub name: String,
    /// Metres east and north of the first waypoint.
    pub at_m: [f64; 2],
}

/// Reads the waypoints. A site is small: the earth is taken as level about the first of them.
///
/// # Errors
/// When the file is not GPX, or holds no two waypoints within half a kilometre.
pub fn read(file: &str) -> Result<Vec<Waypoint>, Error> {
    let read = ::gpx::read(file.as_bytes())
        .map_err(|_| Error::fault("gpx", "This is not a GPX file: export the anchors as waypoints and try again."))?;
    let points: Vec<(String, f64, f64)> = read
        .waypoints
        .iter()
        .enumerate()
        .map(|(i, w)| {
            let name = w.name.as_deref().map(str::trim).filter(|n| !n.is_empty());
            let name = name.map_or_else(|| format!("waypoint {}", i + 1), |n| n.chars().take(60).collect());
            (name, w.point().x(), w.point().y())
        })
        .collect();
    let Some((_, lon0, lat0)) = points.first().cloned() else {
        return Err(Error::fault("gpx", "The file holds no waypoints: mark each tree as one."));
    };
    let metres = |lon: f64, lat: f64| {
        let east = (lon - lon0).to_radians() * lat0.to_radians().cos() * EARTH;
        [round(east), round((lat - lat0).to_radians() * EARTH)]
    };
    let near = |at: &[f64; 2]| at[0].hypot(at[1]) <= 500.0;
    let all: Vec<Waypoint> = points
        .into_iter()
        .map(|(name, lon, lat)| Waypoint { name, at_m: metres(lon, lat) })
        .filter(|w| near(&w.at_m))
        .take(MOST)
        .collect();
    if all.len() < 2 {
        return Err(Error::fault("gpx", "Two waypoints at least, within half a kilometre of the first."));
    }
    Ok(all)
}

fn round(m: f64) -> f64 {
    (m * 100.0).round() / 100.0
}
