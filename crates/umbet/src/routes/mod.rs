//! The HTTP API. One file a noun; each route says what it answers, and the document is made from that.

mod backup;
mod bounds;
mod catalogue;
mod choose;
mod class;
mod cords;
mod course_cords;
mod courses;
mod cutting;
mod drills;
mod figures;
mod identify;
mod job_cuts;
mod jobs;
mod kit_files;
mod knot_files;
mod knots;
mod ladder;
mod lashings;
mod learners;
mod ledger;
mod lessons;
mod looking;
mod needs;
mod own_knots;
mod papers;
mod pieces;
mod projects;
mod questions;
mod record;
mod rig_test;
mod rigs;
mod rosters;
mod schools;
mod settings;
mod site;

use crate::error::{Error, Problem};
use crate::state::App;
use axum::Router;
use axum::extract::DefaultBodyLimit;
use umbet_core::draw::LashingSeen;
use umbet_core::rig::hang::{HangChoices, HangDraft, HangFacts};
use umbet_core::rig::haul::{HaulChoices, HaulDraft, HaulFacts};
use umbet_core::rig::hoist::{HoistChoices, HoistDraft, HoistFacts};
use umbet_core::rig::larder::{LarderChoices, LarderDraft, LarderFacts};
use umbet_core::rig::line::{LineDraft, LineFacts, LineStock};
use umbet_core::rig::load::{LoadChoices, LoadDraft, LoadFacts};
use umbet_core::rig::mast::{MastChoices, MastDraft, MastFacts};
use umbet_core::rig::poles::{PolesChoices, PolesDraft, PolesFacts};
use umbet_core::rig::shelter::{ShelterDraft, ShelterFacts, ShelterStock};
use umbet_core::rig::tether::{TetherChoices, TetherDraft, TetherFacts};
use utoipa::OpenApi;
use utoipa::openapi::RefOr;
use utoipa_axum::router::{OpenApiRouter, UtoipaMethodRouterExt};
use utoipa_axum::routes;

/// The document's head.
#[derive(OpenApi)]
#[openapi(
    info(
        title = "Umbet",
        description = "Choose the knot with reasons, see how it is tied, keep the job. Units are in the names.",
        license(name = "MIT", identifier = "MIT")
    ),
    components(schemas(
        umbet_core::draw::Part,
        Problem,
        ShelterDraft,
        ShelterFacts,
        ShelterStock,
        LineDraft,
        LineFacts,
        LineStock,
        LoadDraft,
        LoadFacts,
        LoadChoices,
        HaulDraft,
        HaulFacts,
        HaulChoices,
        HangDraft,
        HangFacts,
        HangChoices,
        HoistDraft,
        HoistFacts,
        LarderChoices,
        LarderDraft,
        LarderFacts,
        HoistChoices,
        PolesDraft,
        PolesFacts,
        PolesChoices,
        MastDraft,
        MastFacts,
        MastChoices,
        TetherDraft,
        TetherFacts,
        TetherChoices,
        LashingSeen,
        umbet_core::rig::LineWork,
        pieces::LaidOut,
    ))
)]
struct Document;

/// All routes, with the document made of them.
pub fn api() -> (Router<App>, utoipa::openapi::OpenApi) {
    let (router, mut document) = OpenApiRouter::with_openapi(Document::openapi())
        .routes(routes!(catalogue::catalogue))
        .routes(routes!(choose::choose))
        .routes(routes!(choose::options))
        .routes(routes!(choose::typed))
        .routes(routes!(knots::list))
        .routes(routes!(knots::find_by_name))
        .routes(routes!(knots::get))
        .routes(routes!(knots::list_missteps))
        .routes(routes!(knots::cord_taken))
        .routes(routes!(knot_files::model))
        .routes(routes!(knot_files::notation_file))
        .routes(routes!(knot_files::code_file))
        .routes(routes!(knot_files::obj_file))
        .routes(routes!(figures::figure))
        .routes(routes!(figures::sheet))
        .routes(routes!(identify::identify))
        .routes(routes!(drills::ask, drills::answer))
        .routes(routes!(drills::drill_figure))
        .routes(routes!(drills::score, drills::clear))
        .routes(routes!(drills::restore))
        .routes(routes!(questions::kinds))
        .routes(routes!(questions::ask, questions::answer))
        .routes(routes!(questions::picture))
        .routes(routes!(own_knots::list, own_knots::add))
        .routes(routes!(own_knots::put, own_knots::delete))
        .routes(routes!(own_knots::restore))
        .routes(routes!(own_knots::proof))
        .routes(routes!(own_knots::own_figure))
        .routes(routes!(own_knots::drawing_up, own_knots::draw_up, own_knots::stop_drawing_up))
        .routes(routes!(lashings::list))
        .routes(routes!(lashings::which_lashing))
        .routes(routes!(lashings::windlass_figure))
        .routes(routes!(lashings::get))
        .routes(routes!(lashings::lashing_figure))
        .routes(routes!(lashings::lashing_model))
        .routes(routes!(rigs::kinds))
        .routes(routes!(rigs::begin, rigs::plan))
        .routes(routes!(rigs::sheet))
        .routes(routes!(rigs::type_number))
        .routes(routes!(rigs::move_thing))
        .routes(routes!(rigs::change_list))
        .routes(routes!(projects::list))
        .routes(routes!(projects::get))
        .routes(routes!(projects::cutting))
        .routes(routes!(rigs::kept, rigs::keep))
        .routes(routes!(job_cuts::cuts))
        .routes(routes!(job_cuts::cutting))
        .routes(routes!(job_cuts::ticket))
        .routes(routes!(job_cuts::list))
        .routes(routes!(needs::cutting))
        .routes(routes!(needs::ticket))
        .routes(routes!(needs::list))
        .routes(routes!(site::read_gpx).layer(DefaultBodyLimit::max(site::LARGEST_TRACK)))
        .routes(routes!(site::forecast))
        .routes(routes!(settings::get, settings::put))
        .routes(routes!(backup::backup))
        .routes(routes!(cords::list, cords::add))
        .routes(routes!(cords::get, cords::put, cords::delete))
        .routes(routes!(cords::restore))
        .routes(routes!(ledger::history))
        .routes(routes!(ledger::keep))
        .routes(routes!(ledger::deed))
        .routes(routes!(ledger::whipping_figure))
        .routes(routes!(pieces::lay_out))
        .routes(routes!(looking::find))
        .routes(routes!(looking::wraps))
        .routes(routes!(kit_files::kit_csv))
        .routes(routes!(kit_files::ledger_csv))
        .routes(routes!(kit_files::add_lines).layer(DefaultBodyLimit::max(record::LARGEST_LINES)))
        .routes(routes!(kit_files::do_lines).layer(DefaultBodyLimit::max(record::LARGEST_LINES)))
        .routes(routes!(kit_files::kit_labels))
        .routes(routes!(jobs::list, jobs::add))
        .routes(routes!(jobs::get, jobs::put, jobs::delete))
        .routes(routes!(jobs::restore))
        .routes(routes!(jobs::add_joint))
        .routes(routes!(jobs::put_joint, jobs::delete_joint))
        .routes(routes!(jobs::restore_joint))
        .routes(routes!(courses::list, courses::add))
        .routes(routes!(courses::get, courses::put, courses::delete))
        .routes(routes!(schools::side_by_side))
        .routes(routes!(rig_test::rig_test))
        .routes(routes!(rig_test::sheet))
        .routes(routes!(courses::restore))
        .routes(routes!(courses::arrange))
        .routes(routes!(courses::arrange_anew))
        .routes(routes!(ladder::ladder))
        .routes(routes!(rosters::add_learners))
        .routes(routes!(course_cords::cords))
        .routes(routes!(course_cords::cutting))
        .routes(routes!(course_cords::ticket))
        .routes(routes!(course_cords::list))
        .routes(routes!(courses::calendar))
        .routes(routes!(record::record))
        .routes(routes!(record::record_csv))
        .routes(routes!(rosters::standards_csv))
        .routes(routes!(rosters::put_standards))
        .routes(routes!(record::record_workbook))
        .routes(routes!(record::take_in).layer(DefaultBodyLimit::max(record::LARGEST_LINES)))
        .routes(routes!(papers::lesson_handout))
        .routes(routes!(papers::lesson_cards))
        .routes(routes!(lessons::board))
        .routes(routes!(lessons::log_try))
        .routes(routes!(lessons::doing, lessons::put_doing))
        .routes(routes!(lessons::hold, lessons::unhold))
        .routes(routes!(lessons::take_back))
        .routes(routes!(lessons::restore_try))
        .routes(routes!(learners::get, learners::put, learners::delete))
        .routes(routes!(learners::restore))
        .routes(routes!(learners::log_own))
        .routes(routes!(learners::curve))
        .routes(routes!(learners::reminders))
        .routes(routes!(learners::record_json))
        .routes(routes!(learners::record_csv))
        .split_for_parts();
    problems_are_problem_json(&mut document);
    bounds::told(&mut document);
    (router, document)
}

/// Problems are sent as `application/problem+json` (RFC 9457): the document says so once, here.
fn problems_are_problem_json(document: &mut utoipa::openapi::OpenApi) {
    for item in document.paths.paths.values_mut() {
        let methods = [&mut item.get, &mut item.put, &mut item.post, &mut item.delete];
        for operation in methods.into_iter().flatten() {
            let failing = operation.responses.responses.iter_mut().filter(|(status, _)| !status.starts_with('2'));
            for (_, response) in failing {
                if let RefOr::T(r) = response
                    && let Some(content) = r.content.swap_remove("application/json")
                {
                    r.content.insert("application/problem+json".into(), content);
                }
            }
        }
    }
}

/// The answer to an address nobody knows.
pub async fn missing() -> Error {
    Error::Missing("page or address")
}

/// The answer to a method an address does not take.
pub async fn wrong_method() -> Error {
    Error::Method
}
