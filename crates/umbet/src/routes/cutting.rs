//! Lines of whatever asks for them, cut from the kit and from spools.

use crate::error::Error;
use crate::export::pdf::to_pdf;
use crate::export::workbook::{Cell, Table, WORKBOOK, workbook_of};
use crate::extract::{Person, in_words};
use crate::state::App;
use crate::store::{KitCord, NAME_LONG};
use crate::work;
use axum::http::header;
use axum::response::{IntoResponse, Response};
use serde::{Deserialize, Serialize};
use umbet_core::cord::{Construction, cord};
use umbet_core::cutting::{self, Bend, CutFrom, CutPiece, CuttingPlan, Kept, Line, SPOOL_M, Spare, in_parts};
use umbet_core::knot::catalogue;
use umbet_core::units::{Length, Reader};
use umbet_core::usage::{ends, taken};
use utoipa::{IntoParams, ToSchema};

/// How long a spool is that is bought.
#[derive(Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct CuttingQuery {
    /// Length of a spool, metres.
    #[param(minimum = 5, maximum = 500)]
    pub spool_m: Option<f64>,
    /// Only of what lies in this bag, or on this hook; of the whole kit when absent.
    #[param(max_length = 80)]
    pub bag: Option<String>,
    /// Lines longer than anything there is are joined of parts.
    #[serde(default)]
    #[param(required = false)]
    pub join: bool,
}

/// Least and most length of a spool, metres.
const SPOOLS_M: [f64; 2] = [5.0, 500.0];

/// A spool as it is sold.
#[derive(Serialize, ToSchema)]
pub struct SpoolSold {
    /// Its length, metres.
    m: f64,
    /// The same in the reader's measures.
    says: String,
}

/// Spools as they are sold (common practice), to choose from.
pub fn spools(reader: &Reader) -> Vec<SpoolSold> {
    let sold = |m| SpoolSold { m, says: reader.length(Length::from_m(m)).replace(".00", "") };
    [20.0, 30.0, 50.0, 100.0, 200.0].map(sold).into()
}

impl CuttingQuery {
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
    query: CuttingQuery,
    lines: impl FnOnce(&Person) -> Vec<Line> + Send + 'static,
) -> Result<CuttingPlan, Error> {
    let spool_m = query.spool_m()?;
    in_words("bag", query.bag.as_deref(), NAME_LONG)?;
    let in_bag = |c: &KitCord| query.bag.as_ref().is_none_or(|bag| c.place == *bag);
    let kit: Vec<Spare> = app.kit().await?.to_cut_from().filter(|c| in_bag(c)).map(spare).collect();
    work::aside(move || {
        let (lines, reader) = (lines(&person), person.reader());
        let (lines, says) =
            if query.join { in_parts(&lines, &kit, spool_m, bend_of, &reader) } else { (lines, Vec::new()) };
        let mut plan = cutting::plan(&lines, &kit, spool_m, &reader);
        plan.cautions.splice(0..0, says);
        Ok(plan)
    })
    .await
}

/// The bend parts of a cord are joined with for good: webbing's own, and for rope the one that does not come loose (common practice).
fn bend_of(kind: &str) -> Option<Bend> {
    let kind = cord(kind)?;
    let id = match kind.construction {
        Construction::Webbing => "water-knot",
        Construction::Wire | Construction::Shock => return None,
        _ => "double-fishermans",
    };
    let knot = catalogue().find(id)?;
    let (usage, strength) = (&knot.entry.usage, &knot.entry.strength);
    let takes = taken(usage, usage.tail, &ends(knot, kind.diameter, None), Length::default()).total();
    Some(Bend { one: knot.entry.one(), takes_m: takes.m(), keeps: strength.kept })
}

fn spare(c: &KitCord) -> Spare {
    Spare {
        kept: Some(Kept { id: c.id, version: c.version }),
        name: c.name.clone(),
        kind: c.kind.clone(),
        length_m: c.length_m,
        worn: c.worn,
        colour: c.colour.clone(),
        sealed: !matches!(c.ends.as_str(), "" | "raw"),
        made_up: !c.made.is_empty(),
    }
}

/// Heads of a cut list, each with its width.
const CUT_HEADS: [(&str, f64); 6] =
    [("Line", 34.0), ("Length, m", 10.0), ("Measured off", 24.0), ("Cord", 30.0), ("From", 30.0), ("Its ends", 44.0)];

/// The plan as a workbook: a row a cut, and what is bought.
///
/// # Errors
/// When it cannot be written; memory alone is written to.
pub fn workbook_answer(plan: &CuttingPlan) -> Result<Response, Error> {
    let cell = |words: &str| Cell::from(words);
    let row = |p: &CutPiece, c: &CutFrom| {
        let from = if p.whole { format!("{}, whole", p.from) } else { p.from.clone() };
        vec![cell(&c.line), Cell::Number(c.length_m), cell(&c.spans), cell(&p.cord), cell(&from), cell(&p.ends)]
    };
    let heads = |heads: &[(&str, f64)]| heads.iter().map(|(words, wide)| ((*words).to_owned(), *wide)).collect();
    let cuts = Table {
        name: "Cut list",
        columns: heads(&CUT_HEADS),
        rows: plan.pieces.iter().flat_map(|p| p.cuts.iter().map(move |c| row(p, c))).collect(),
        below: Some(plan.says.clone()),
    };
    let buy = Table {
        name: "To buy",
        columns: heads(&[("Cord", 34.0), ("Spools", 8.0), ("", 60.0)]),
        rows: plan.buy.iter().map(|b| vec![cell(&b.cord), Cell::Number(f64::from(b.spools)), cell(&b.says)]).collect(),
        below: (!plan.cannot.is_empty()).then(|| plan.cannot.join(" ")),
    };
    let headers =
        [(header::CONTENT_TYPE, WORKBOOK), (header::CONTENT_DISPOSITION, "attachment; filename=\"cut-list.xlsx\"")];
    Ok((headers, workbook_of(&[cuts, buy])?).into_response())
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
