//! What the application's tests share: the real router on a port of its own, over a data file of its own.

pub mod browser;
pub mod document;
pub mod kit;
pub mod process;

use reqwest::{Client, Response, StatusCode};
use serde_json::Value;
use std::net::SocketAddr;
use tempfile::TempDir;
use tokio::net::TcpListener;
use tokio::sync::oneshot;
use umbet::{App, demo, serve, store};
use umbet_core::rig::{PLANNERS, Planner};

/// A running application; it stops when dropped.
pub struct Server {
    pub address: SocketAddr,
    pub client: Client,
    stop: Option<oneshot::Sender<()>>,
    folder: TempDir,
}

impl Server {
    /// With an empty data file.
    pub async fn empty() -> Self {
        Self::start(false).await
    }

    /// With the demonstration.
    pub async fn demo() -> Self {
        Self::start(true).await
    }

    /// With an empty data file and rigs of these kinds alone.
    pub async fn with_planners(planners: &'static [Planner]) -> Self {
        Self::start_with(false, planners).await
    }

    async fn start(with_demo: bool) -> Self {
        Self::start_with(with_demo, PLANNERS).await
    }

    async fn start_with(with_demo: bool, planners: &'static [Planner]) -> Self {
        let folder = tempfile::tempdir().expect("a folder of its own");
        let store = store::open(&folder.path().join("test.db")).await.expect("the data file opens");
        if with_demo {
            demo::load(&store).await.expect("the demonstration loads");
        }
        Self::over(App::with_planners(store, planners).await.expect("the application starts"), folder).await
    }

    /// Over an application whose data lies in this folder.
    pub async fn over(app: App, folder: TempDir) -> Self {
        let listener = TcpListener::bind("127.0.0.1:0").await.expect("a free port");
        let address = listener.local_addr().expect("an address");
        let (stop, stopped) = oneshot::channel::<()>();
        tokio::spawn(async move {
            let _ = serve(listener, app, async { drop(stopped.await) }).await;
        });
        Self { address, client: Client::new(), stop: Some(stop), folder }
    }

    /// The data file.
    pub fn file(&self) -> std::path::PathBuf {
        self.folder.path().join("test.db")
    }

    pub fn url(&self, path: &str) -> String {
        format!("http://{}{path}", self.address)
    }

    pub async fn get(&self, path: &str) -> (StatusCode, Value) {
        read(self.client.get(self.url(path)).send().await.expect("an answer")).await
    }

    pub async fn text(&self, path: &str) -> (StatusCode, String) {
        let r = self.client.get(self.url(path)).send().await.expect("an answer");
        (r.status(), r.text().await.expect("text"))
    }

    pub async fn post(&self, path: &str, body: &Value) -> (StatusCode, Value) {
        read(self.client.post(self.url(path)).json(body).send().await.expect("an answer")).await
    }

    pub async fn put(&self, path: &str, body: &Value) -> (StatusCode, Value) {
        read(self.client.put(self.url(path)).json(body).send().await.expect("an answer")).await
    }

    pub async fn delete(&self, path: &str) -> StatusCode {
        self.client.delete(self.url(path)).send().await.expect("an answer").status()
    }

    /// A body of the test's own making.
    pub async fn raw(&self, path: &str, content_type: &str, body: impl Into<reqwest::Body>) -> (StatusCode, Value) {
        let request = self.client.post(self.url(path)).header("content-type", content_type).body(body);
        read(request.send().await.expect("an answer")).await
    }
}

impl Drop for Server {
    fn drop(&mut self) {
        drop(self.stop.take());
    }
}

/// Status and JSON; null where there is no JSON.
pub async fn read(r: Response) -> (StatusCode, Value) {
    let status = r.status();
    (status, r.json().await.unwrap_or(Value::Null))
}
