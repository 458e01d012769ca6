//! Debian's headless Chromium, driven through ChromeDriver.

use std::io::{BufRead, BufReader};
use std::os::unix::process::CommandExt as _;
use std::process::{Child, Command, Stdio};
use std::time::{Duration, Instant};
use tempfile::TempDir;
use thirtyfour::LoggingPrefsLogLevel;
use thirtyfour::prelude::*;
use tokio::sync::{Mutex, MutexGuard};

/// A browser with a profile of its own; it ends when dropped.
pub struct Browser {
    pub driver: WebDriver,
    process: Child,
    _profile: TempDir,
    _turn: MutexGuard<'static, ()>,
}

/// How long a page may take until a test gives up: a machine that does other work is slow.
const PATIENCE: Duration = Duration::from_secs(60);

/// Browsers run one at a time: two would starve each other on a small machine.
static TURN: Mutex<()> = Mutex::const_new(());

/// Flags a headless browser needs here: no sandbox, software rendering, no network but loopback.
const FLAGS: &[&str] = &[
    "--headless=new",
    "--no-sandbox",
    "--disable-dev-shm-usage",
    "--hide-scrollbars",
    "--use-gl=angle",
    "--use-angle=swiftshader",
    "--enable-unsafe-swiftshader",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-quic",
    "--no-first-run",
    // What moves on its way to where it is said to be is not waited for.
    "--force-prefers-reduced-motion",
    "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1",
];

/// Waits until something holds, on the page or in what the server keeps.
pub async fn until(what: &str, mut holds: impl AsyncFnMut() -> bool) {
    let end = Instant::now() + PATIENCE;
    while !holds().await {
        assert!(Instant::now() < end, "never: {what}");
        tokio::time::sleep(Duration::from_millis(60)).await;
    }
}

impl Browser {
    /// A window of exactly `width` by `height`.
    pub async fn open(width: u32, height: u32) -> Self {
        for attempt in 1.. {
            match Self::try_open().await {
                Ok(b) => {
                    b.size(width, height).await;
                    return b;
                }
                // One start in about eighty dies; three in a row mean something else.
                Err(e) if attempt < 3 => eprintln!("the browser did not start ({e}); trying again"),
                Err(e) => panic!("the browser does not start: {e}"),
            }
        }
        unreachable!("the loop returns or panics")
    }

    async fn try_open() -> WebDriverResult<Self> {
        let turn = TURN.lock().await;
        let (mut process, port) = start_driver();
        let profile = tempfile::tempdir().expect("a profile of its own");
        let mut caps = DesiredCapabilities::chrome();
        for flag in FLAGS {
            caps.add_arg(flag)?;
        }
        caps.add_arg(&format!("--user-data-dir={}", profile.path().display()))?;
        caps.set_browser_log_level(LoggingPrefsLogLevel::All)?;
        match WebDriver::new(format!("http://127.0.0.1:{port}"), caps).await {
            Ok(driver) => Ok(Self { driver, process, _profile: profile, _turn: turn }),
            Err(e) => {
                let _ = process.kill();
                Err(e)
            }
        }
    }

    pub async fn size(&self, width: u32, height: u32) {
        let metrics = serde_json::json!({ "width": width, "height": height, "deviceScaleFactor": 1, "mobile": false });
        self.driver
            .cdp()
            .send_raw("Emulation.setDeviceMetricsOverride", metrics)
            .await
            .expect("the window takes its size");
    }

    pub async fn light(&self, dark: bool) {
        let value = if dark { "dark" } else { "light" };
        let features = serde_json::json!({ "features": [{ "name": "prefers-color-scheme", "value": value }] });
        self.driver.cdp().send_raw("Emulation.setEmulatedMedia", features).await.expect("the light is set");
    }

    /// Every answer takes so much longer to come.
    pub async fn slow(&self, by: Duration) {
        let late = serde_json::json!({ "offline": false, "latency": by.as_millis() as u64, "downloadThroughput": -1, "uploadThroughput": -1 });
        self.driver.cdp().send_raw("Network.enable", serde_json::json!({})).await.expect("the network is watched");
        self.driver.cdp().send_raw("Network.emulateNetworkConditions", late).await.expect("answers are late");
    }

    /// Waits until an element is there and seen.
    pub async fn see(&self, css: &str) -> WebElement {
        let until = Instant::now() + PATIENCE;
        loop {
            // A drawing may be replaced between being found and being looked at.
            if let Ok(e) = self.driver.find(By::Css(css)).await
                && e.is_displayed().await.unwrap_or(false)
            {
                return e;
            }
            assert!(Instant::now() < until, "`{css}` is not seen");
            tokio::time::sleep(Duration::from_millis(40)).await;
        }
    }

    /// Waits until there are so many elements of this kind, no more and no fewer.
    pub async fn see_number(&self, css: &str, wanted: usize) {
        let counted = async || self.driver.find_all(By::Css(css)).await.is_ok_and(|all| all.len() == wanted);
        until(&format!("{wanted} of `{css}`"), counted).await;
    }

    /// Waits until some element of this kind says these words.
    pub async fn see_words(&self, css: &str, words: &str) -> WebElement {
        let until = Instant::now() + PATIENCE;
        loop {
            let mut said = Vec::new();
            for e in self.driver.find_all(By::Css(css)).await.unwrap_or_default() {
                // As laid out: what is drawn at this very moment may lag behind on a busy machine.
                // Words of a drawing have no layout of their own to be read.
                let text = match e.prop("innerText").await {
                    Ok(None) => e.prop("textContent").await,
                    laid_out => laid_out,
                };
                match text {
                    Ok(Some(t)) if t.contains(words) => return e,
                    Ok(t) => said.extend(t),
                    Err(_) => {}
                }
            }
            assert!(Instant::now() < until, "no `{css}` says “{words}”; they say {said:?}");
            tokio::time::sleep(Duration::from_millis(40)).await;
        }
    }

    /// Presses what says these words, once it has come to rest where it can be pressed.
    pub async fn press(&self, css: &str, words: &str) {
        for attempt in 1.. {
            let e = self.see_words(css, words).await;
            let script = "arguments[0].scrollIntoView({ block: 'center', behavior: 'instant' })";
            let _ = self.driver.execute(script, vec![e.to_json().expect("an element")]).await;
            match e.click().await {
                Ok(()) => return,
                Err(_) if attempt < 40 => tokio::time::sleep(Duration::from_millis(50)).await,
                Err(e) => panic!("“{words}” cannot be pressed: {e}"),
            }
        }
    }

    /// Presses a place of a drawing.
    pub async fn press_drawn(&self, css: &str) {
        self.see(css).await;
        let script = "document.querySelector(arguments[0]).dispatchEvent(new MouseEvent('click', { bubbles: true }))";
        self.driver.execute(script, vec![serde_json::json!(css)]).await.expect("the drawing takes a press");
    }

    /// Puts words in the place of what a field holds.
    pub async fn type_into(&self, css: &str, words: &str) {
        let field = self.see(css).await;
        field.send_keys(Key::Control + "a").await.expect("all of it is chosen");
        field.send_keys(words).await.expect("it takes words");
    }

    /// Takes one of a list's values.
    pub async fn choose(&self, css: &str, value: &str) {
        self.see(css).await;
        let script = "const s = document.querySelector(arguments[0]); s.value = arguments[1]; s.dispatchEvent(new Event('change', { bubbles: true })); return s.value";
        let took = self.driver.execute(script, vec![css.into(), value.into()]).await.expect("it runs");
        assert_eq!(took.json().as_str(), Some(value), "{css} has no such value");
    }

    /// Presses a key.
    pub async fn keys(&self, key: Key) {
        self.driver.action_chain().send_keys(key).perform().await.expect("a key is pressed");
    }

    /// What a field holds now.
    pub async fn value(&self, css: &str) -> String {
        self.see(css).await.prop("value").await.ok().flatten().unwrap_or_default()
    }

    /// What an element holds now.
    pub async fn markup(&self, css: &str) -> String {
        self.see(css).await;
        let script = "return document.querySelector(arguments[0])?.innerHTML ?? ''";
        let held = self.driver.execute(script, vec![serde_json::json!(css)]).await.expect("the page answers");
        held.json().as_str().unwrap_or_default().to_owned()
    }

    /// Waits until no drawing of the page is still to come.
    pub async fn settled(&self) {
        let script = "return document.readyState === 'complete' && [...document.querySelectorAll('.figure')].every(f => f.offsetWidth === 0 || f.closest('details:not([open])') || f.querySelector('svg') && f.ariaBusy !== 'true') && document.fonts.status === 'loaded'";
        let until = Instant::now() + PATIENCE;
        while !self.driver.execute(script, vec![]).await.is_ok_and(|r| r.json().as_bool() == Some(true)) {
            assert!(Instant::now() < until, "the page does not settle");
            tokio::time::sleep(Duration::from_millis(40)).await;
        }
    }

    /// Buttons and fields another thing lies over, once scrolled to the middle of the page.
    pub async fn covered(&self) -> Vec<String> {
        let script = "const out = []; for (const b of document.querySelectorAll('main button, main a.btn, main input, main select')) { if (!b.offsetWidth || !b.checkVisibility() || b.closest('.visually-hidden')) continue; b.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' }); const r = b.getBoundingClientRect(); const [x, y] = [r.left + r.width / 2, r.top + r.height / 2]; if (x < 0 || x > innerWidth || y < 0 || y > innerHeight) continue; const at = document.elementFromPoint(x, y); if (!at || !(b.contains(at) || at.contains(b) || at.closest('label')?.contains(b))) out.push((b.textContent.trim() || b.getAttribute('aria-label') || b.className) + ' under ' + (at?.className || at?.tagName)); } scrollTo(0, 0); return out";
        let found = self.driver.execute(script, vec![]).await.expect("it runs");
        serde_json::from_value(found.json().clone()).expect("a list of words")
    }

    /// Everything the page complained of, but for refusals a test asked for.
    pub async fn complaints(&self) -> Vec<String> {
        let log = self.driver.browser_log().await.unwrap_or_default();
        let mut all: Vec<String> = Vec::new();
        all.extend(log.iter().filter(|e| e.level == "SEVERE").map(|e| e.message.clone()));
        all.retain(|m| !m.contains("status of 404") && !m.contains("status of 422") && !m.contains("status of 409"));
        all
    }

    pub async fn picture(&self, file: &std::path::Path) {
        self.driver.screenshot(file).await.expect("a picture is taken");
    }
}

impl Drop for Browser {
    /// Ends the driver and every browser it started: they are one process group.
    fn drop(&mut self) {
        let group = format!("-{}", self.process.id());
        let _ = Command::new("kill").args(["-KILL", "--", &group]).status();
        let _ = self.process.kill();
        let _ = self.process.wait();
    }
}

/// Starts ChromeDriver on a free port and keeps reading what it prints.
fn start_driver() -> (Child, u16) {
    let mut process = Command::new("chromedriver")
        .arg("--port=0")
        .stdout(Stdio::piped())
        .stderr(Stdio::null())
        .process_group(0)
        .spawn()
        .expect("chromedriver is installed: run `cargo xtask test`");
    let mut lines = BufReader::new(process.stdout.take().expect("its output")).lines();
    let port = loop {
        let line = lines.next().expect("chromedriver says its port").expect("text");
        if let Some((_, rest)) = line.split_once("started successfully on port ") {
            break rest.trim_end_matches('.').parse().expect("a port number");
        }
    };
    std::thread::spawn(move || lines.for_each(drop));
    (process, port)
}
