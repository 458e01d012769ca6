//! One knot before all rules: mends made as they are asked for, until it fits or does not.

use super::candidate::{Candidate, Grade, Need};
use super::case::Case;
use super::finding::{Finding, Weight};
use super::rules::{HOLDS, Rule, TIES, refuses};
use crate::knot::{Knot, Mend, catalogue};
use std::sync::LazyLock;

/// Most mends made to one knot before it is given up.
const MOST_MENDS: usize = 4;

/// A knot once judged.
pub(crate) struct Judged<'a> {
    /// The knot, mends made.
    pub candidate: Candidate<'a>,
    /// What the rules said of it in the end.
    pub findings: Vec<Finding>,
    /// What asked for each mend.
    pub mended: Vec<(Mend, Finding)>,
    /// Why it does not fit.
    pub refusal: Option<Finding>,
    /// How it grips, mends made.
    pub grade: Grade,
    /// Friction the surface must give, mends made.
    pub need: Option<Need>,
}

impl<'a> Judged<'a> {
    fn new(
        candidate: Candidate<'a>,
        findings: Vec<Finding>,
        mended: Vec<(Mend, Finding)>,
        refusal: Option<Finding>,
        case: &Case<'_>,
    ) -> Self {
        let need = candidate.grip_needed(case);
        let grade = candidate.grade_at(need, case);
        Self { candidate, findings, mended, refusal, grade, need }
    }

    /// How many mends are needed, not only welcome.
    pub fn needed_mends(&self) -> usize {
        self.mended.iter().filter(|(_, f)| matches!(f.weight, Weight::Wants(_))).count()
    }

    /// As it is, or mended.
    pub fn fits(&self) -> bool {
        self.refusal.is_none()
    }
}

/// Every rule, in the order they are asked.
pub(super) fn rules() -> &'static [&'static Rule] {
    static RULES: LazyLock<Vec<&'static Rule>> =
        LazyLock::new(|| TIES.iter().chain(std::iter::once(&ENOUGH)).chain(HOLDS).collect());
    &RULES
}

/// Is a plainer form enough? More turns of the same than are wanted here. It asks what becomes of the plainer one, so it stands
/// beside the judge and not among the rules.
static ENOUGH: Rule = Rule {
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

/// What a rule says of a candidate.
fn again(rule: &str, candidate: &Candidate<'_>, case: &Case<'_>) -> Option<String> {
    rules().iter().find(|r| r.id == rule).and_then(|r| (r.judge)(candidate, case)).map(|f| f.says)
}

/// What the rules find, weightiest first; nothing is asked behind a refusal.
fn found(candidate: &Candidate<'_>, case: &Case<'_>) -> Vec<Finding> {
    let mut findings = Vec::new();
    for rule in rules() {
        if let Some(f) = (rule.judge)(candidate, case) {
            let refused = f.weight == Weight::Refuses;
            findings.push(f);
            if refused {
                break;
            }
        }
    }
    findings.sort_by_key(|f| f.weight.order());
    findings
}

/// Judges one knot.
pub(crate) fn judge<'a>(knot: &'a Knot, case: &Case<'_>) -> Judged<'a> {
    let mut candidate = Candidate::new(knot);
    let mut mended = Vec::new();
    loop {
        let mut findings = found(&candidate, case);
        let refused = findings.iter().position(|f| matches!(f.weight, Weight::Refuses));
        let helped =
            if refused.is_none() && mended.len() < MOST_MENDS { helped(&candidate, &findings, case) } else { None };
        let Some((i, mend, with)) = helped else {
            let unhelped = || findings.iter().position(|f| matches!(f.weight, Weight::Wants(_)));
            let refusal = refused.or_else(unhelped).map(|i| findings.swap_remove(i));
            let refusal = refusal.map(|f| under_its_own_name(f, knot));
            return Judged::new(candidate, findings, mended, refusal, case);
        };
        mended.push((mend, findings.swap_remove(i)));
        candidate = with;
    }
}

/// A change that makes another knot is named as what would fit.
fn under_its_own_name(mut f: Finding, knot: &Knot) -> Finding {
    let becomes = f.wish().unwrap_or_default().iter().find_map(|m| knot.entry.becomes.get(m));
    if let Some(other) = becomes.and_then(|id| catalogue().find(id)) {
        f.change = format!("Fits as the {}", other.entry.said());
    }
    f
}

/// A rule that was content asks for something, or refuses.
fn asks_more(with: &Candidate<'_>, before: &[Finding], case: &Case<'_>) -> bool {
    let asks = |f: &&Finding| matches!(f.weight, Weight::Wants(_) | Weight::Refuses);
    found(with, case).iter().filter(asks).any(|f| !before.iter().filter(asks).any(|b| b.rule == f.rule))
}

/// The first finding that a mend helps, which one, and the candidate with it made; `None` when one that must be helped
/// cannot be. A mend helps when the rule that asked for it then says something else, or nothing; one that is only welcome
/// must not make another rule ask for more.
fn helped<'a>(
    candidate: &Candidate<'a>,
    findings: &[Finding],
    case: &Case<'_>,
) -> Option<(usize, Mend, Candidate<'a>)> {
    for (i, f) in findings.iter().enumerate() {
        let possible = f.wish().unwrap_or_default().iter().filter(|m| candidate.may(**m, case));
        let needed = matches!(f.weight, Weight::Wants(_));
        let mut made = possible.map(|m| (i, *m, candidate.with(*m)));
        let help = made.find(|(_, _, with)| {
            again(f.rule, with, case).as_ref() != Some(&f.says) && (needed || !asks_more(with, findings, case))
        });
        if help.is_some() || needed {
            return help;
        }
    }
    None
}
