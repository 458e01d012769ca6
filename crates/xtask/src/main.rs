//! xtask.
fn main(){}
