//! Is a plainer form enough?

use super::{Rule, refuses};
use crate::choose::judge;
use crate::knot::catalogue;

/// More turns of the same than are wanted here.
pub const ENOUGH: Rule = Rule {
    id: "enough",
    asks: "Is the same with fewer turns enough?",
    judge: |c, case| {
        let fewer = catalogue().find(c.knot.entry.more_of.as_deref()?)?;
        let fewer_does = judge(fewer, case);
        let refused = fewer_does.refusal.as_ref().map(|f| f.rule);
        let no_more_mends = fewer_does.mended.len() <= c.mends().len();
        if !(refused == Some("enough") || refused.is_none() && no_more_mends) {
            return None;
        }
        refuses(
            "enough",
            "More turns than are wanted here: the same hitch with fewer of them does.".into(),
            "Fits a smoother bar, pulled along",
        )
    },
};
