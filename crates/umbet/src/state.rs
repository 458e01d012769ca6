//! What every request shares.

use crate::drawing_up::Works;
use crate::error::Error;
use crate::kept::{JudgedJoint, Kept};
use crate::kit::{Kit, KitAtHand};
use crate::store::{Course, Settings, Store};
use crate::tied::{COURSES, Register};
use std::num::NonZero;
use std::sync::{Arc, PoisonError, RwLock};
use umbet_core::rig::{PLANNERS, Planner};
use umbet_core::situation::Habits;

/// The application: the data file, and the settings kept at hand so that choosing asks no disk.
#[derive(Clone)]
pub struct App {
    /// The data file.
    pub store: Store,
    planners: &'static [Planner],
    settings: Arc<RwLock<Arc<Settings>>>,
    /// The kit, kept at hand so that choosing asks no disk.
    kit: Arc<KitAtHand>,
    /// Joints judged, for as long as they and the person's habits stay as they are.
    pub(crate) judged: Arc<Kept<JudgedJoint>>,
    /// Own knots being drawn up.
    pub(crate) drawing_up: Arc<Works>,
    /// What the learners of the courses being taught have tied.
    pub(crate) tied: Arc<Register>,
}

/// Joints kept judged: several long jobs.
const JUDGED: NonZero<usize> = NonZero::new(2000).unwrap();

impl App {
    /// The application over an open data file.
    ///
    /// # Errors
    /// When the settings cannot be read.
    pub async fn new(store: Store) -> Result<Self, Error> {
        Self::with_planners(store, PLANNERS).await
    }

    /// Reads what the learners of the latest courses have tied, so that the first board of the day is not waited for.
    pub async fn read_ahead(self) {
        let Ok(courses) = Course::list(&self.store).await else { return };
        for course in courses.iter().rev().take(COURSES.get()) {
            // Whoever opens the board reads it again, and is told what is wrong.
            let _ = self.tied.of(&self.store, course.id).await;
        }
    }

    /// The same, planning rigs of these kinds.
    ///
    /// # Errors
    /// When the settings cannot be read.
    pub async fn with_planners(store: Store, planners: &'static [Planner]) -> Result<Self, Error> {
        // Read now, so that the first person to ask does not wait for it.
        umbet_core::knot::catalogue();
        let settings = Settings::load(&store).await?;
        let app = Self {
            store,
            planners,
            settings: Arc::new(RwLock::new(Arc::new(settings))),
            kit: Arc::default(),
            judged: Arc::new(Kept::new(JUDGED)),
            drawing_up: Arc::default(),
            tied: Arc::default(),
        };
        app.kit().await?;
        Ok(app)
    }

    /// The kit as it is.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn kit(&self) -> Result<Arc<Kit>, Error> {
        self.kit.now(&self.store).await
    }

    /// What belongs to the person, not to a joint: it holds for every joint, wherever that is shown.
    pub(crate) fn habits(&self) -> Habits {
        let settings = self.settings();
        let kit = self.kit.last_read().kinds.clone();
        Habits { knows: settings.knows.clone(), schools: settings.schools.clone(), kit }
    }

    /// Kinds of rig that can be planned.
    pub fn planners(&self) -> &'static [Planner] {
        self.planners
    }

    /// The planner of this kind of rig.
    ///
    /// # Errors
    /// When there is none.
    pub fn planner(&self, kind: &str) -> Result<&'static Planner, Error> {
        self.planners.iter().find(|p| p.kind == kind).ok_or(Error::Missing("kind of rig"))
    }

    /// The settings now.
    pub(crate) fn settings(&self) -> Arc<Settings> {
        self.settings.read().unwrap_or_else(PoisonError::into_inner).clone()
    }

    /// Puts changed settings in place, once they are kept; an older version never replaces a newer.
    pub fn set_settings(&self, settings: Settings) {
        let mut now = self.settings.write().unwrap_or_else(PoisonError::into_inner);
        if settings.version > now.version {
            *now = Arc::new(settings);
        }
    }
}
