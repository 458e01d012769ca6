//! The one writer of SVG.

use super::{Anchor, Item, Scene};
use crate::knot::spline::P2;
use std::fmt::Write as _;

/// Dyes for a drawing that stands alone, without the application's style sheet.
pub const STANDALONE_STYLE: &str = include_str!("standalone.css");

/// Writes a scene. With a `style` the picture stands alone; without, the page dresses it.
///
/// All words are escaped: text stays text.
pub fn to_svg(scene: &Scene, style: Option<&str>) -> String {
    let mut out = String::with_capacity(scene.items.len() * 160);
    let (w, h) = (scene.width, scene.height);
    // What can be pressed inside an image is hidden from those who hear it.
    let pressed = scene.items.iter().any(|i| matches!(i, Item::Press { .. }));
    let role = if pressed { "group" } else { "img" };
    let _ = write!(
        out,
        "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {w:.0} {h:.0}\" role=\"{role}\" aria-label=\"{}\">",
        escaped(&scene.alt)
    );
    if let Some(css) = style {
        let _ = write!(out, "<style>{css}</style>");
    }
    for item in &scene.items {
        write_item(&mut out, item);
    }
    out.push_str("</svg>");
    out
}

fn write_item(out: &mut String, item: &Item) {
    let _ = match item {
        Item::Fill { class, points } => write!(out, "<path class=\"{class}\" d=\"{}Z\"/>", outline(points)),
        Item::Lines { class, runs, width, dash } => {
            let d: String = runs.iter().map(|r| outline(r)).collect();
            let mut style = String::new();
            if let Some(w) = width {
                let _ = write!(style, " stroke-width=\"{w:.1}\"");
            }
            if let Some((on, off)) = dash {
                let _ = write!(style, " stroke-dasharray=\"{on:.1} {off:.1}\"");
            }
            write!(out, "<path class=\"{class}\"{style} d=\"{d}\"/>")
        }
        Item::Circle { class, at, r } => {
            write!(out, "<circle class=\"{class}\" cx=\"{:.1}\" cy=\"{:.1}\" r=\"{r:.1}\"/>", at[0], at[1])
        }
        Item::Rect { class, at: [x, y, w, h] } => {
            write!(out, "<rect class=\"{class}\" x=\"{x:.1}\" y=\"{y:.1}\" width=\"{w:.1}\" height=\"{h:.1}\"/>")
        }
        Item::Text { class, at, anchor, text } => {
            let anchor = match anchor {
                Anchor::Start => "start",
                Anchor::Middle => "middle",
                Anchor::End => "end",
            };
            write!(
                out,
                "<text class=\"{class}\" x=\"{:.1}\" y=\"{:.1}\" text-anchor=\"{anchor}\">{}</text>",
                at[0],
                at[1],
                escaped(text)
            )
        }
        Item::Press { at, r, name } => {
            let name = escaped(name);
            write!(
                out,
                "<circle class=\"press\" cx=\"{:.1}\" cy=\"{:.1}\" r=\"{r:.1}\" tabindex=\"0\" role=\"button\" \
                 data-name=\"{name}\" aria-label=\"Crossing {name}\"/>",
                at[0], at[1]
            )
        }
        Item::Framed { at: [x, y, w, h], items } => {
            let _ = write!(
                out,
                "<svg x=\"{x:.0}\" y=\"{y:.0}\" width=\"{w:.0}\" height=\"{h:.0}\" viewBox=\"{x:.0} {y:.0} {w:.0} {h:.0}\">"
            );
            items.iter().for_each(|i| write_item(out, i));
            write!(out, "</svg>")
        }
    };
}

/// Path data: an absolute start, then small relative steps, which keeps pictures light.
fn outline(points: &[P2]) -> String {
    let mut d = String::with_capacity(points.len() * 9);
    let mut last = [0i64, 0i64];
    for (i, p) in points.iter().enumerate() {
        let tenths = [(p[0] * 10.0).round() as i64, (p[1] * 10.0).round() as i64];
        d.push_str(if i == 0 { "M" } else { "" });
        push_tenths(&mut d, tenths[0] - last[0]);
        d.push(' ');
        push_tenths(&mut d, tenths[1] - last[1]);
        d.push(if i == 0 { 'l' } else { ' ' });
        last = tenths;
    }
    // One point alone, as of a mark cut off to a speck, is a start without a step.
    d.truncate(d.trim_end_matches(['l', ' ']).len());
    d
}

/// A number of tenths with one decimal where it needs one. Pictures are mostly numbers: this is the hot place.
fn push_tenths(out: &mut String, tenths: i64) {
    if tenths < 0 {
        out.push('-');
    }
    let (whole, tenth) = (tenths.unsigned_abs() / 10, (tenths.unsigned_abs() % 10) as u8);
    if whole < 10 {
        out.push(char::from(b'0' + whole as u8));
    } else {
        let _ = write!(out, "{whole}");
    }
    if tenth != 0 {
        out.push('.');
        out.push(char::from(b'0' + tenth));
    }
}

fn escaped(s: &str) -> String {
    let mut out = String::with_capacity(s.len());
    for c in s.chars() {
        match c {
            '&' => out.push_str("&amp;"),
            '<' => out.push_str("&lt;"),
            '>' => out.push_str("&gt;"),
            '"' => out.push_str("&quot;"),
            '\'' => out.push_str("&#39;"),
            c if c.is_control() => out.push(' '),
            c => out.push(c),
        }
    }
    out
}

#[cfg(test)]
mod tests {
    use super::*;

    /// SVG 1.1, 8.3.1: a step is asked for two numbers at least; a start may stand alone.
    #[test]
    fn path_data_ends_with_a_number() {
        assert_eq!(outline(&[[109.6, 51.6]]), "M109.6 51.6");
        assert_eq!(outline(&[[1.0, 2.0], [1.5, 1.0]]), "M1 2l0.5 -1");
        assert_eq!(outline(&[]), "");
    }

    #[test]
    fn words_cannot_become_markup() {
        let text = Item::Text { class: "lab", at: [0.0, 0.0], anchor: Anchor::Start, text: "<script>\"'&".into() };
        let scene = Scene { width: 10.0, height: 10.0, items: vec![text], alt: "<b>".into() };
        let svg = to_svg(&scene, None);
        assert!(!svg.contains("<script>") && !svg.contains("<b>"));
        assert!(svg.contains("&lt;script&gt;&quot;&#39;&amp;"));
    }

    #[test]
    fn coordinates_keep_one_decimal() {
        assert_eq!(outline(&[[1.04, -2.0], [1.26, -2.5], [11.3, -2.5]]), "M1 -2l0.3 -0.5 10 0");
    }
}
