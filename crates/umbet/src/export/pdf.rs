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

/// Set a run apart within its line (Unicode, annex 9), so that its letters join by the rules of their own script and not of
/// the one the line begins with.
const ISOLATES: &str = "\u{2068} \u{2069}";

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

    /// A page as it can be printed: words in another script are told its family, since one line is shaped with one font and one
    /// fallback; a character without a glyph stands there by its name, as `[grinning face]`.
    fn printable(&self, svg: &str) -> String {
        let mut out = String::with_capacity(svg.len());
        for (between, words) in svg.split_inclusive('>').map(|part| part.split_at(part.find('<').unwrap_or(part.len())))
        {
            self.write_words(between, &mut out);
            out.push_str(words);
        }
        out
    }

    /// The words between two tags. Where one family of ours writes them all they are its whole, so that marks over letters are
    /// shaped once; where several scripts share a line each run has its own.
    fn write_words(&self, words: &str, out: &mut String) {
        if words.is_ascii() {
            return out.push_str(words);
        }
        let named = self.named_where_no_font_writes(words);
        let runs = self.runs(&named);
        let mut families: Vec<&Arc<str>> = runs.iter().filter_map(|(family, _)| family.as_ref()).collect();
        families.dedup();
        match families[..] {
            [] => out.push_str(&named),
            [family] if self.family_writes(family, &named) => {
                let apart = self.family_writes(family, ISOLATES);
                let set = |(other, run): &(Option<Arc<str>>, String)| {
                    if apart && other.is_some() { ISOLATES.replace(' ', run) } else { run.clone() }
                };
                write_run(Some(family), &runs.iter().map(set).collect::<String>(), out);
            }
            _ => runs.iter().for_each(|(family, run)| write_run(family.as_ref(), run, out)),
        }
    }

    /// Words parted where the script changes, each with the family it has to be told. What stands between two letters of one
    /// script, such as a space, goes with them.
    fn runs(&self, words: &str) -> Vec<(Option<Arc<str>>, String)> {
        let mut runs: Vec<(Option<Arc<str>>, String)> = Vec::new();
        let mut between = String::new();
        for c in words.chars() {
            let apart = self.apart(c);
            if apart.is_none() && !c.is_alphanumeric() {
                between.push(c);
                continue;
            }
            match runs.last_mut() {
                Some((family, run)) if *family == apart => *run += &std::mem::take(&mut between),
                _ => {
                    runs.push((None, std::mem::take(&mut between)));
                    runs.push((apart, String::new()));
                }
            }
            if let Some((_, run)) = runs.last_mut() {
                run.push(c);
            }
        }
        runs.push((None, between));
        runs.retain(|(_, run)| !run.is_empty());
        runs
    }

    /// The family that a character has to be told, if it is not one of those that stand side by side. Devanagari is written by
    /// one of these, but its letters change with their neighbours.
    fn apart(&self, c: char) -> Option<Arc<str>> {
        let devanagari = matches!(c, '\u{900}'..='\u{97f}' | '\u{a8e0}'..='\u{a8ff}');
        self.written.get(&c).filter(|f| !c.is_ascii() && (devanagari || !COMMON.contains(&f.as_ref()))).cloned()
    }

    fn family_writes(&self, family: &str, words: &str) -> bool {
        let of_it = self.database.faces().find(|f| f.families.first().is_some_and(|(name, _)| name == family));
        let all = |data: &[u8], index| {
            let face = ttf_parser::Face::parse(data, index).ok()?;
            Some(words.chars().all(|c| face.glyph_index(c).is_some()))
        };
        of_it.and_then(|f| self.database.with_face_data(f.id, all)).flatten().unwrap_or(false)
    }

    fn named_where_no_font_writes(&self, words: &str) -> String {
        let mut out = String::with_capacity(words.len());
        for c in words.chars().filter(|c| self.writes_one(*c) || !joins(*c)) {
            match unicode_names2::name(c) {
                _ if self.writes_one(c) => out.push(c),
                Some(name) => out.push_str(&format!("[{}]", name.to_string().to_lowercase())),
                None => out.push_str(&format!("[U+{:04X}]", u32::from(c))),
            }
        }
        out
    }
}

fn write_run(family: Option<&Arc<str>>, run: &str, out: &mut String) {
    match family {
        None => out.push_str(run),
        Some(family) => {
            let family = family.replace('&', "&amp;").replace('"', "&quot;");
            let _ = write!(out, "<tspan font-family=\"{family}\">{run}</tspan>");
        }
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

    /// One script beside Latin is one run in that script's family, which writes both: a tone mark keeps its place over its
    /// letter, a vowel sign its place before it, whatever stands beside them.
    #[test]
    fn a_line_of_one_script_and_latin_is_shaped_as_one() {
        for (family, words) in [
            ("Noto Sans Thai", "Tie ก่อน — twice"),
            ("Noto Sans", "\u{2068}गाँठ हिन्दी\u{2069} and more"),
            ("Noto Sans", "The \u{2068}क्षेत्र, रस्सी\u{2069}"),
            ("Noto Sans Hebrew", "Anchor: עֹגֶן"),
            ("Noto Sans Georgian", "კვანძი (bend)"),
        ] {
            let told = format!("<text><tspan font-family=\"{family}\">{words}</tspan></text>");
            let typed = words.replace(['\u{2068}', '\u{2069}'], "");
            assert_eq!(FONTS.printable(&format!("<text>{typed}</text>")), told);
        }
    }

    /// What the page is made of is left alone, also where a tag holds a greater-than sign's name or a script's words.
    #[test]
    fn tags_and_names_of_characters_stay() {
        let plain = "<svg><title>ok</title><text x=\"1\">5 &gt; 3 &amp; äöü</text></svg>";
        assert_eq!(FONTS.printable(plain), plain);
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
