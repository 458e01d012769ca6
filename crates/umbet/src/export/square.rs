//! An address as a square a camera reads (QR code, ISO/IEC 18004).

use anyhow::Result;
use qrcode::{Color, EcLevel, QrCode};

/// The square row by row, black or not; a quarter of it may be soiled.
///
/// # Errors
/// When the address is longer than a square holds.
pub fn square(address: &str) -> Result<Vec<Vec<bool>>> {
    let code = QrCode::with_error_correction_level(address, EcLevel::Q)?;
    Ok(code.to_colors().chunks(code.width()).map(|row| row.iter().map(|c| *c == Color::Dark).collect()).collect())
}
