//! Scenes as pages of a PDF, with the application's own fonts, words kept as words.

use krilla::Document;
use krilla::geom::Size;
use krilla::page::PageSettings;
use krilla_svg::{SurfaceExt, SvgSettings};
use std::collections::HashSet;
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

/// Fonts, and the characters there are glyphs for.
struct Fonts {
    database: Arc<Database>,
    written: HashSet<char>,
}

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
        let mut written = HashSet::new();
        let faces: Vec<_> = database.faces().map(|f| f.id).collect();
        for id in faces {
            database.with_face_data(id, |data, index| glyphs(data, index, &mut written));
        }
        Self { database: Arc::new(database), written }
    }

    fn writes(&self, text: &str) -> bool {
        text.chars().all(|c| c.is_control() || self.written.contains(&c))
    }

    /// Words as they can be printed: a character without a glyph stands there by its name, as `[grinning face]`.
    fn printable(&self, text: &str) -> String {
        let word = |c: char| match unicode_names2::name(c) {
            _ if joins(c) => String::new(),
            Some(name) => format!("[{}]", name.to_string().to_lowercase()),
            None => format!("[U+{:04X}]", u32::from(c)),
        };
        let put = |c: char| if c.is_control() || self.written.contains(&c) { c.to_string() } else { word(c) };
        text.chars().map(put).collect()
    }
}

/// Joins or varies the characters beside it and is nothing by itself.
fn joins(c: char) -> bool {
    matches!(c, '\u{200c}'..='\u{200f}' | '\u{2060}' | '\u{fe00}'..='\u{fe0f}' | '\u{1f3fb}'..='\u{1f3ff}')
}

fn glyphs(data: &[u8], index: u32, into: &mut HashSet<char>) {
    let Ok(face) = ttf_parser::Face::parse(data, index) else { return };
    for table in face.tables().cmap.iter().flat_map(|c| c.subtables).filter(ttf_parser::cmap::Subtable::is_unicode) {
        table.codepoints(|c| into.extend(char::from_u32(c)));
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
            assert!(
                FONTS.writes(words),
                "{:?}",
                words.chars().filter(|c| !FONTS.written.contains(c)).collect::<String>()
            );
            assert_eq!(FONTS.printable(words), words);
        }
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
