//! Scenes as pages of a PDF, with the application's own fonts, words kept as words.

use krilla::Document;
use krilla::geom::Size;
use krilla::page::PageSettings;
use krilla_svg::{SurfaceExt, SvgSettings};
use std::sync::{Arc, LazyLock};
use umbet_core::draw::{STANDALONE_STYLE, Scene, to_svg};
use usvg::fontdb::Database;

/// Points of paper a pixel takes: 72 to the inch against 96.
const POINTS: f32 = 0.75;

/// What is read off a sheet.
const FAMILY: &str = "Atkinson Hyperlegible Next";

/// The fonts that ship: nothing is asked of the machine.
static FONTS: LazyLock<Arc<Database>> = LazyLock::new(|| {
    let mut fonts = Database::new();
    for font in [
        include_bytes!("../../fonts/atkinson-medium.ttf").as_slice(),
        include_bytes!("../../fonts/atkinson-bold.ttf"),
        include_bytes!("../../fonts/aleo-bold.ttf"),
    ] {
        fonts.load_font_data(font.to_vec());
    }
    fonts.set_sans_serif_family(FAMILY);
    Arc::new(fonts)
});

/// Writes the pages.
///
/// # Errors
/// When a page cannot be read back as SVG or the document cannot be finished; the tests rule both out.
pub fn to_pdf(pages: &[Scene]) -> anyhow::Result<Vec<u8>> {
    let options = usvg::Options { fontdb: FONTS.clone(), font_family: FAMILY.into(), ..usvg::Options::default() };
    let mut document = Document::new();
    for scene in pages {
        let tree = usvg::Tree::from_str(&to_svg(scene, Some(STANDALONE_STYLE)), &options)?;
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
