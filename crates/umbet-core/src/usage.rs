//! Cord used.
