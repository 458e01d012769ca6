//! Lines of whatever asks for them, cut from the kit and from spools.

use super::rigs::hanks;
use crate::error::Error;
use crate::export::pdf::to_pdf;
use crate::extract::Person;
use crate::state::App;
use crate::work;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::Deserialize;
use umbet_core::cutting::{self, CuttingPlan, Line, SPOOL_M, Spare};
use umbet_core::rig::Hank;
use utoipa::IntoParams;

/// How long a spool is that is bought.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct CuttingQuery {
    /// Length of a spool, metres.
    #[param(minimum = 5, maximum = 500)]
    spool_m: Option<f64>,
}

/// Least and most length of a spool, metres.
const SPOOLS_M: [f64; 2] = [5.0, 500.0];

impl CuttingQuery {
    /// A spool of so many metres.
    pub const fn of(spool_m: Option<f64>) -> Self {
        Self { spool_m }
    }

    /// The length that is meant.
    ///
    /// # Errors
    /// When it is out of reason.
    pub fn spool_m(&self) -> Result<f64, Error> {
        let m = self.spool_m.unwrap_or(SPOOL_M);
        if (SPOOLS_M[0]..=SPOOLS_M[1]).contains(&m) {
            return Ok(m);
        }
        Err(Error::fault("spool_m", format!("Length of a spool: {} to {} m.", SPOOLS_M[0], SPOOLS_M[1])))
    }
}

/// Which piece of the kit each of these lines is cut from, and what is bought; `lines` is worked out aside.
///
/// # Errors
/// When the spool is out of reason, or the store fails.
pub async fn cut_from_kit(
    app: &App,
    person: Person,
    query: &CuttingQuery,
    lines: impl FnOnce(&Person) -> Vec<Line> + Send + 'static,
) -> Result<CuttingPlan, Error> {
    let spool_m = query.spool_m()?;
    let kit = hanks(app).await?;
    work::aside(move || {
        let spare = |h: Hank| Spare { name: h.name, kind: h.kind, length_m: h.length_m };
        let kit: Vec<_> = kit.into_iter().map(spare).collect();
        Ok(cutting::plan(&lines(&person), &kit, spool_m, &person.reader()))
    })
    .await
}

/// The ticket of a plan, as PDF: each piece to scale, each cut with a box to tick, what is done with its ends.
///
/// # Errors
/// When it cannot be set.
pub async fn ticket_answer(plan: CuttingPlan, of: &str) -> Result<Response, Error> {
    let title = format!("{of}: cut ticket");
    let pdf = work::aside(move || Ok(to_pdf(&cutting::ticket(&plan, &title))?)).await?;
    let headers = [
        (header::CONTENT_TYPE, "application/pdf"),
        (header::CONTENT_DISPOSITION, "attachment; filename=\"cut-ticket.pdf\""),
    ];
    Ok((headers, pdf).into_response())
}
