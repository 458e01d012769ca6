//! What every request shares.

use crate::error::Error;
use crate::store::Settings;
use sqlx::SqlitePool;
use std::sync::{Arc, PoisonError, RwLock};

/// The application: the data file, and the settings kept at hand so that choosing asks no disk.
#[derive(Clone)]
pub struct App {
    /// The data file.
    pub pool: SqlitePool,
    settings: Arc<RwLock<Arc<Settings>>>,
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
        Ok(Self { pool, settings: Arc::new(RwLock::new(Arc::new(settings))) })
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
