//! Scenes as pages of a PDF, with the application's own fonts, words kept as words.

use krilla::Document;
use krilla::geom::Size;
use krilla::page::PageSettings;
use krilla_svg::{SurfaceExt, SvgSettings};
use std::collections::HashMap;
use std::fmt::Write as _;
use std::sync::{Arc, LazyLock};
use umbet_core::draw::{STANDALONE_STYLE, Scene, to_svg};
use usvg::fontdb::Database;

/// Points of paper a pixel takes: 72 to the inch against 96.
const POINTS: f32 = 0.75;

/// What is read off a sheet.
const FAMILY: &str = "Atkinson Hyperlegible Next";

/// The fonts that ship: the house's own two, and the Noto families for the scripts those have not.
const SHIPPED: [&[u8]; 10] = [
    include_bytes!("../../fonts/atkinson-medium.ttf"),
    include_bytes!("../../fonts/atkinson-bold.ttf"),
    include_bytes!("../../fonts/aleo-bold.ttf"),
    include_bytes!("../../fonts/noto-sans-medium.ttf"),
    include_bytes!("../../fonts/noto-sans-bold.ttf"),
    include_bytes!("../../fonts/noto-sans-arabic.ttf"),
    include_bytes!("../../fonts/noto-sans-armenian.ttf"),
    include_bytes!("../../fonts/noto-sans-georgian.ttf"),
    include_bytes!("../../fonts/noto-sans-hebrew.ttf"),
    include_bytes!("../../fonts/noto-sans-thai.ttf"),
];

/// Fonts, and for each character there is a glyph for, the family that has it.
struct Fonts {
    database: Arc<Database>,
    written: HashMap<char, Arc<str>>,
}

/// Families whose characters may stand side by side in one run: the house's own, and the one that completes them.
const COMMON: [&str; 3] = [FAMILY, "Aleo", "Noto Sans"];

/// What ships: enough for Latin, Greek, Cyrillic, Arabic, Armenian, Devanagari, Georgian, Hebrew and Thai.
static FONTS: LazyLock<Fonts> = LazyLock::new(|| {
    let mut database = Database::new();
    SHIPPED.iter().for_each(|font| database.load_font_data(font.to_vec()));
    Fonts::over(database)
});

/// With the machine's own besides: asked only for a character that no font of ours has.
static WITH_THE_MACHINES: LazyLock<Fonts> = LazyLock::new(|| {
    let mut database = (*FONTS.database).clone();
    database.load_system_fonts();
    Fonts::over(database)
});

impl Fonts {
    fn over(mut database: Database) -> Self {
        database.set_sans_serif_family(FAMILY);
        let mut written = HashMap::new();
        let named = |f: &usvg::fontdb::FaceInfo| Some((f.id, Arc::from(f.families.first()?.0.as_str())));
        let faces: Vec<(_, Arc<str>)> = database.faces().filter_map(named).collect();
        for (id, family) in faces {
            database.with_face_data(id, |data, index| glyphs(data, index, &family, &mut written));
        }
        Self { database: Arc::new(database), written }
    }

    fn writes(&self, text: &str) -> bool {
        text.chars().all(|c| self.writes_one(c))
    }

    fn writes_one(&self, c: char) -> bool {
        c.is_control() || self.written.contains_key(&c)
    }

    /// A page as it can be printed: a run of another script is told its own family, since one line is shaped with one font and
    /// one fallback; a character without a glyph stands there by its name, as `[grinning face]`.
    fn printable(&self, svg: &str) -> String {
        let mut out = String::with_capacity(svg.len());
        let (mut in_tag, mut open): (bool, Option<Arc<str>>) = (false, None);
        for c in svg.chars() {
            in_tag = c == '<' || in_tag && c != '>';
            let apart = self.written.get(&c).filter(|f| !in_tag && !c.is_ascii() && !COMMON.contains(&f.as_ref()));
            if open.as_ref() != apart {
                out.push_str(if open.is_some() { "</tspan>" } else { "" });
                if let Some(family) = apart {
                    let _ =
                        write!(out, "<tspan font-family=\"{}\">", family.replace('&', "&amp;").replace('"', "&quot;"));
                }
                open = apart.cloned();
            }
            match unicode_names2::name(c) {
                _ if self.writes_one(c) => out.push(c),
                _ if joins(c) => {}
                Some(name) => out.push_str(&format!("[{}]", name.to_string().to_lowercase())),
                None => out.push_str(&format!("[U+{:04X}]", u32::from(c))),
            }
        }
        out
    }
}

/// Joins or varies the characters beside it and is nothing by itself.
fn joins(c: char) -> bool {
    matches!(c, '\u{200c}'..='\u{200f}' | '\u{2060}' | '\u{fe00}'..='\u{fe0f}' | '\u{1f3fb}'..='\u{1f3ff}')
}

fn glyphs(data: &[u8], index: u32, family: &Arc<str>, into: &mut HashMap<char, Arc<str>>) {
    let Ok(face) = ttf_parser::Face::parse(data, index) else { return };
    for table in face.tables().cmap.iter().flat_map(|c| c.subtables).filter(ttf_parser::cmap::Subtable::is_unicode) {
        table.codepoints(|c| {
            if let Some(c) = char::from_u32(c) {
                into.entry(c).or_insert_with(|| family.clone());
            }
        });
    }
}

/// Writes the pages.
///
/// # Errors
/// When a page cannot be read back as SVG or the document cannot be finished; the tests rule both out.
pub fn to_pdf(pages: &[Scene]) -> anyhow::Result<Vec<u8>> {
    let pages: Vec<(&Scene, String)> = pages.iter().map(|p| (p, to_svg(p, Some(STANDALONE_STYLE)))).collect();
    let fonts = if pages.iter().all(|(_, svg)| FONTS.writes(svg)) { &FONTS } else { &WITH_THE_MACHINES };
    let options =
        usvg::Options { fontdb: fonts.database.clone(), font_family: FAMILY.into(), ..usvg::Options::default() };
    let mut document = Document::new();
    for (scene, svg) in pages {
        let tree = usvg::Tree::from_str(&fonts.printable(&svg), &options)?;
        let (width, height) = (scene.width as f32 * POINTS, scene.height as f32 * POINTS);
        let size = Size::from_wh(width, height).ok_or_else(|| anyhow::anyhow!("a page without a size"))?;
        let settings = PageSettings::from_wh(width, height).ok_or_else(|| anyhow::anyhow!("a page without a size"))?;
        let mut page = document.start_page_with(settings);
        let mut surface = page.surface();
        surface
            .draw_svg(&tree, size, SvgSettings::default())
            .ok_or_else(|| anyhow::anyhow!("a page cannot be drawn"))?;
        surface.finish();
        page.finish();
    }
    document.finish().map_err(|e| anyhow::anyhow!("the document cannot be finished: {e:?}"))
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Pangrams and names of each script, with marks put together and apart (common practice).
    #[test]
    fn every_script_that_ships_is_written() {
        for words in [
            "Příliš žluťoučký kůň úpěl ďábelské ódy, Łódź, Ğ, ħ, ǫ, ẞ, Tiếng Việt, e\u{301}o\u{308}",
            "Ξεσκεπάζω την ψυχοφθόρα βδελυγμία ᾧ",
            "Съешь же ещё этих мягких французских булок, Ґ Є Ї Ў Ђ Ћ Қ",
            "שלום העולם",
            "نص حكيم له سر قاطع",
            "ก่อนจะผูกเงื่อน",
            "Հանգույց, კვანძი, गाँठ",
        ] {
            assert!(FONTS.writes(words), "{:?}", words.chars().filter(|c| !FONTS.writes_one(*c)).collect::<String>());
        }
    }

    /// A run of another script has its family; what Latin, Greek and Cyrillic need stands as it is, and so does every tag.
    #[test]
    fn each_script_is_told_its_family() {
        let plain = "<text alt=\"מעגן\">Žižka Ξενία ᾧ Съёмка</text>";
        assert_eq!(FONTS.printable(plain), plain);
        let (hebrew, arabic, thai) = ("מעגן", "مرساة", "ก่อน");
        let run = |family: &str, words: &str| format!("<tspan font-family=\"Noto Sans {family}\">{words}</tspan>");
        let [h, a, t] = [run("Hebrew", hebrew), run("Arabic", arabic), run("Thai", thai)];
        assert_eq!(
            FONTS.printable(&format!("<text>a {hebrew}, {arabic} {thai}</text>")),
            format!("<text>a {h}, {a} {t}</text>")
        );
    }

    #[test]
    fn what_no_font_writes_is_named() {
        assert_eq!(FONTS.printable("Tie 😀!"), "Tie [grinning face]!");
        assert_eq!(FONTS.printable("👍🏽"), "[thumbs up sign]");
        assert_eq!(FONTS.printable("\u{10ffff}"), "[U+10FFFF]");
    }

    /// What names and notes may be, down to a right-to-left override: a page comes out, every word in it.
    #[test]
    fn any_words_make_a_page() {
        for words in
            ["Žižka & Ξενία <b>", "Съёмка", "مرساة", "錨", "🪢👩‍🚒\u{fe0f}", "\u{202e}abc", "a\u{0301}\u{0302}\u{0303}"]
        {
            let mut scene = Scene::default();
            (scene.width, scene.height) = (600.0, 200.0);
            scene.items.push(umbet_core::draw::Item::Text {
                class: "lab",
                at: [20.0, 40.0],
                anchor: umbet_core::draw::Anchor::Start,
                text: words.into(),
            });
            let pdf = to_pdf(&[scene]).expect("a page");
            assert!(pdf.starts_with(b"%PDF-") && pdf.len() > 900, "{words}");
        }
    }
}
