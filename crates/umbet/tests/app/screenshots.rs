//! Retakes docs/screenshots from the demonstration: `cargo xtask shots`.

use crate::support::Server;
use crate::support::browser::Browser;
use std::path::Path;
use std::time::Duration;

/// File, address, width, height, night, what is pressed first.
type Shot = (&'static str, &'static str, u32, u32, bool, &'static [&'static str]);

const SHOTS: &[Shot] = &[
    ("choose.png", "/jobs/1/joints/1", 1280, 800, false, &[]),
    ("choose-night.png", "/jobs/2/joints/8", 1280, 800, true, &[]),
    ("knot-phone.png", "/knots/bowline?step=4", 390, 844, false, &[]),
    ("knot-drawn-up.png", "/knots/butterfly?step=7", 1280, 800, false, &[]),
    ("job.png", "/jobs/1", 1280, 800, false, &[]),
    ("knots.png", "/knots", 1280, 800, false, &[]),
    ("mast.png", "/rig/mast", 1280, 800, false, &[]),
    ("rig.png", "/jobs/2/rig/shelter", 1280, 800, false, &[]),
    ("rig-on-site.png", "/jobs/2/rig/shelter/site", 390, 844, false, &[".onsite-next"]),
    ("lashing.png", "/lashings/tripod", 1280, 800, false, &[".lashing-strip li:nth-child(8) button"]),
    ("load.png", "/jobs/1/rig/load", 1280, 800, false, &[]),
    ("made-of-cord.png", "/teach/projects/cobra-bar-two-colours", 1280, 800, false, &[]),
    ("what-have-i-tied.png", "/prove/tied", 1280, 800, false, &["button.btn-bare"]),
    ("cord.png", "/cord", 1280, 800, false, &[]),
    ("board.png", "/teach/lessons/3", 1280, 800, false, &[".board-knots .btn:nth-child(2)"]),
    ("course.png", "/teach/1", 1280, 800, false, &[]),
    ("ladder.png", "/teach/1/ladder", 1280, 800, false, &[]),
    ("show.png", "/show/4", 1280, 800, false, &[]),
    ("learner-phone.png", "/learners/5", 390, 844, false, &[]),
];

/// Nothing more comes onto the page: it is the same for a while.
async fn still(b: &Browser) {
    let page = async || b.markup("main").await;
    let mut seen = page().await;
    loop {
        tokio::time::sleep(Duration::from_millis(500)).await;
        b.settled().await;
        let now = page().await;
        if now == seen {
            return;
        }
        seen = now;
    }
}

#[tokio::test(flavor = "multi_thread")]
#[ignore = "writes docs/screenshots; run by `cargo xtask shots`"]
async fn retake() {
    let (s, b) = (Server::demo().await, Browser::open(1280, 800).await);
    let folder = Path::new(env!("CARGO_MANIFEST_DIR")).join("../../docs/screenshots");
    for (file, path, width, height, night, pressed) in SHOTS {
        b.size(*width, *height).await;
        b.light(*night).await;
        b.driver.goto(s.url(path)).await.expect("the page opens");
        b.see("main section, main .tie, main .choose, main .drill, main .rig svg").await;
        b.settled().await;
        for css in *pressed {
            b.see(css).await.click().await.unwrap_or_else(|e| panic!("`{css}` cannot be pressed: {e}"));
            b.settled().await;
        }
        still(&b).await;
        b.picture(&folder.join(file)).await;
    }
}
