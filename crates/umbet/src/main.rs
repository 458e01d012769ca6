//! Umbet.
fn main(){}
