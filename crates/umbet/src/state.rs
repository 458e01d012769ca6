//! What every request shares.

use crate::error::Error;
use crate::store::{KitCord, Settings};
use sqlx::SqlitePool;
use std::sync::{Arc, PoisonError, RwLock};
use umbet_core::situation::Habits;

/// The application: the data file, and the settings kept at hand so that choosing asks no disk.
#[derive(Clone)]
pub struct App {
    /// The data file.
    pub pool: SqlitePool,
    settings: Arc<RwLock<Arc<Settings>>>,
    /// Kinds of cord in the kit, kept at hand so that choosing asks no disk.
    kit: Arc<RwLock<Vec<String>>>,
}

impl App {
    /// The application over an open data file.
    ///
    /// # Errors
    /// When the settings cannot be read.
    pub async fn new(pool: SqlitePool) -> Result<Self, Error> {
        // Read now, so that the first person to ask does not wait for it.
        umbet_core::knot::catalogue();
        let settings = Settings::load(&pool).await?;
        let app = Self { pool, settings: Arc::new(RwLock::new(Arc::new(settings))), kit: Arc::default() };
        app.kit_changed().await?;
        Ok(app)
    }

    /// Reads the kinds of cord in the kit again.
    ///
    /// # Errors
    /// When the store fails.
    pub async fn kit_changed(&self) -> Result<(), Error> {
        let mut kinds: Vec<String> = KitCord::list(&self.pool).await?.into_iter().map(|c| c.kind).collect();
        kinds.dedup();
        *self.kit.write().unwrap_or_else(PoisonError::into_inner) = kinds;
        Ok(())
    }

    /// What belongs to the person, not to a joint: it holds for every joint, wherever that is shown.
    pub fn habits(&self) -> Habits {
        let settings = self.settings();
        let kit = self.kit.read().unwrap_or_else(PoisonError::into_inner).clone();
        Habits { knows: settings.knows.clone(), schools: settings.schools.clone(), kit }
    }

    /// The settings now.
    pub fn settings(&self) -> Arc<Settings> {
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
