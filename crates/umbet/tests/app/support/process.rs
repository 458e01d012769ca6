//! The installed form: `umbet` as a process of its own.

use std::io::{BufRead, BufReader};
use std::path::Path;
use std::process::{Child, Command, Output, Stdio};

/// A process of `umbet serve`, and where it is; killed when dropped.
pub struct Process {
    pub child: Child,
    pub address: String,
}

impl Process {
    /// Serves this data file on a free port.
    pub fn serve(data: &Path, more: &[&str]) -> Self {
        Self::serve_at("127.0.0.1:0", data, more)
    }

    /// Serves it here.
    pub fn serve_at(listen: &str, data: &Path, more: &[&str]) -> Self {
        let mut child = Command::new(env!("CARGO_BIN_EXE_umbet"))
            .args(["serve", "--listen", listen, "--data"])
            .arg(data)
            .args(more)
            .stdout(Stdio::piped())
            .stderr(Stdio::null())
            .spawn()
            .expect("umbet starts");
        let lines = BufReader::new(child.stdout.take().expect("its output")).lines();
        let address = lines
            .map_while(Result::ok)
            .find_map(|l| l.strip_prefix("Umbet is at ").map(ToOwned::to_owned))
            .expect("it says where it is");
        Self { child, address }
    }

    pub fn url(&self, path: &str) -> String {
        format!("{}{path}", self.address)
    }

    /// Kills it without warning.
    pub fn kill(&mut self) {
        let _ = self.child.kill();
        let _ = self.child.wait();
    }

    /// Tells it to stop, as a service manager does.
    pub fn terminate(&self) {
        let told = Command::new("kill").args(["-TERM", &self.child.id().to_string()]).status();
        assert!(told.is_ok_and(|s| s.success()));
    }
}

impl Drop for Process {
    fn drop(&mut self) {
        self.kill();
    }
}

/// What a command that ends by itself says.
pub fn said(args: &[&str]) -> Output {
    Command::new(env!("CARGO_BIN_EXE_umbet")).args(args).output().expect("umbet runs")
}

/// What it says when it will not start: one line, without an address.
pub fn refusal(args: &[&str]) -> String {
    let out = said(args);
    let (told, wrong) = (String::from_utf8_lossy(&out.stdout), String::from_utf8_lossy(&out.stderr));
    assert!(!out.status.success(), "{args:?} is refused: {told}");
    assert!(!told.contains("http"), "no address is given: {told}");
    assert_eq!(wrong.lines().count(), 1, "it is said once: {wrong}");
    wrong.trim().to_owned()
}
