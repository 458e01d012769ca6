//! Which code points are characters at all.

/// No XML may hold it, and so no drawing or sheet can show it (XML 1.0, production 2).
pub fn is_no_character(code: u32) -> bool {
    matches!(code, 0..=8 | 0xb | 0xc | 0xe..=0x1f | 0xfffe | 0xffff)
}
