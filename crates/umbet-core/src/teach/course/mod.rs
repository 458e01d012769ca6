//! A course: from what learners must be able to do to lessons that climb the ladder without a gap and fit their time.

mod order;
mod schools;
mod work;

pub use schools::{SCHOOLS, School};
pub use work::{LessonWork, WorkStep, work_of};

use super::ladder::{Gap, below, gaps, with_what_they_build_on};
use super::minutes::{Minutes, Pace};
use crate::knot::{Knot, catalogue};
use crate::project::{Project, project};
use crate::units::{Length, Reader};
use crate::usage::{ends, taken};
use serde::{Deserialize, Serialize};
use std::collections::BTreeSet;

words! {
    /// How much is taken up.
    Breadth {
        /// What the jobs ask for, drilled long.
        Few => "few knots, deeply",
        /// That and its near kin, drilled short, so that the class may choose.
        Family => "a whole family, lightly",
    }
}

words! {
    /// What comes first when a knot is taken up.
    Opening {
        /// A use for it, and the question which knot would do.
        Use => "use first, then the name",
        /// Its name and its parts.
        Name => "name first, then the use",
    }
}

words! {
    /// In which order knots are taken up, as far as the ladder leaves a choice.
    #[derive(Default)]
    Sorting {
        /// Each right behind what it builds on, the plainest first.
        #[default]
        Ladder => "as the ladder climbs",
        /// Those of one job together: several lessons on one rig, by its variants.
        Job => "one job after another",
        /// Those for one object together.
        Object => "by object",
        /// Those that do the same together.
        Use => "by use",
    }
}

/// Times a knot is tied in its first drill.
const TIMES: [(Breadth, u32); 2] = [(Breadth::Few, 10), (Breadth::Family, 5)];
/// Minutes to begin and to strike a lesson.
const ROUND_ABOUT: f64 = 6.0;
/// Minutes of the recap at its end: which would you use, and tied from memory (common practice).
const RECAP: f64 = 4.0;
/// Minutes in which something made of cord is shown before each makes their own (common practice).
const SHOWN: f64 = 5.0;
/// Cord in the hand besides the knot, metres: what a person needs to tie at all (common practice: two arm spans).
const IN_HAND_M: f64 = 1.5;

/// Something made of cord in a lesson.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MadeIn {
    /// The lesson, from 1.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 24))]
    pub lesson: u32,
    /// Id of the project.
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub project: String,
}

/// A course as it is asked for.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CourseDraft {
    /// How many lessons, 1 to 24.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 24))]
    pub lessons: u32,
    /// Minutes of a lesson, 20 to 480.
    #[cfg_attr(feature = "schema", schema(minimum = 20, maximum = 480))]
    pub minutes: u32,
    /// Learners, 1 to 60.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 60))]
    pub class: u32,
    /// Ids of the knots the jobs ask for.
    #[cfg_attr(feature = "schema", schema(max_items = 60))]
    pub wanted: Vec<String>,
    /// Ids of knots they can tie already.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub knows: Vec<String>,
    /// How much is taken up.
    pub breadth: Breadth,
    /// What comes first.
    pub opening: Opening,
    /// In which order.
    #[serde(default)]
    pub sorting: Sorting,
    /// What is made of cord, lesson by lesson.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 24))]
    pub made: Vec<MadeIn>,
}

/// What cannot be used of a course.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum CourseFault {
    /// Lessons.
    #[error("Plan 1 to 24 lessons.")]
    Lessons,
    /// Minutes.
    #[error("Give a lesson 20 to 480 minutes.")]
    Minutes,
    /// Class.
    #[error("A class has 1 to 60 learners.")]
    Class,
    /// Nothing to teach.
    #[error("Choose a job with knots in it, or a knot.")]
    Nothing,
    /// No such knot.
    #[error("There is no knot `{0}`.")]
    NoKnot(String),
    /// It is only here to be known when it is seen.
    #[error("The {0} is never tied, and not taught: take it out of what the course is to teach.")]
    Never(String),
    /// No such project.
    #[error("There is no project `{0}`.")]
    NoProject(String),
    /// Something is made in a lesson there is not.
    #[error("The {0} is made in lesson {1}, and the course has fewer: take it out first.")]
    MadeLater(String, u32),
    /// It is made in that lesson already.
    #[error("The {0} is in lesson {1} twice: once is enough.")]
    MadeTwice(String, u32),
}

/// A knot in a lesson.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Taught {
    /// Its id.
    pub knot: &'static str,
    /// Taken up in an earlier lesson, and recapped here.
    pub again: bool,
    /// What it takes.
    pub minutes: Minutes,
    /// The same in all.
    pub total: f64,
}

/// Something made of cord in a lesson, in its usual size.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Made {
    /// Id of the project.
    pub project: &'static str,
    /// Its name.
    pub name: &'static str,
    /// Minutes it takes, shown and made.
    pub minutes: f64,
    /// Its cord for one learner, metres.
    pub cord_m: f64,
}

/// A lesson as planned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlannedLesson {
    /// Its knots in order.
    pub knots: Vec<Taught>,
    /// What is made of cord in it.
    pub made: Vec<Made>,
    /// Minutes in all, with beginning, recap and striking.
    pub total: f64,
    /// Between these by the log, an estimate.
    pub band: [f64; 2],
    /// Minutes over what it has; nothing when it fits.
    pub over: Option<f64>,
    /// Metres of cord each learner needs.
    pub cord_each_m: f64,
}

/// A course as planned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CoursePlan {
    /// Its lessons.
    pub lessons: Vec<PlannedLesson>,
    /// What hangs free; nothing when it can be climbed.
    pub gaps: Vec<Gap>,
    /// Pace it was reckoned with.
    pub pace: Pace,
}

impl CourseDraft {
    /// Holds it to what can be planned.
    ///
    /// # Errors
    /// The first part that cannot be used.
    pub fn check(&self) -> Result<(), CourseFault> {
        let unknown = self.wanted.iter().chain(&self.knows).find(|id| catalogue().find(id).is_none());
        let never = self.wanted.iter().filter_map(|id| catalogue().find(id)).find(|k| k.entry.never.is_some());
        match () {
            () if !(1..=24).contains(&self.lessons) => Err(CourseFault::Lessons),
            () if !(20..=480).contains(&self.minutes) => Err(CourseFault::Minutes),
            () if !(1..=60).contains(&self.class) => Err(CourseFault::Class),
            () if self.wanted.is_empty() => Err(CourseFault::Nothing),
            () if unknown.is_some() => Err(CourseFault::NoKnot(unknown.cloned().unwrap_or_default())),
            () => never.map_or_else(|| self.check_made(), |k| Err(CourseFault::Never(k.entry.said()))),
        }
    }

    fn check_made(&self) -> Result<(), CourseFault> {
        for (i, m) in self.made.iter().enumerate() {
            let found = project(&m.project).ok_or_else(|| CourseFault::NoProject(m.project.clone()))?;
            let name = found.name.to_lowercase();
            if !(1..=self.lessons).contains(&m.lesson) {
                return Err(CourseFault::MadeLater(name, m.lesson));
            }
            if self.made[..i].contains(m) {
                return Err(CourseFault::MadeTwice(name, m.lesson));
            }
        }
        Ok(())
    }

    fn known(&self) -> BTreeSet<&'static str> {
        // Who can tie a knot can tie what it builds on.
        with_what_they_build_on(self.knows.iter().map(String::as_str))
    }

    fn times(&self) -> u32 {
        TIMES.iter().find(|(b, _)| *b == self.breadth).map_or(5, |(_, n)| *n)
    }

    fn minutes_of(&self, knot: &Knot, pace: Pace) -> Minutes {
        Minutes::of(knot, self.class, self.times()).times(pace.factor)
    }

    /// Lessons filled in the order of the ladder, as even as whole knots allow; what is left over goes to the last.
    pub fn arranged(&self, pace: Pace) -> Vec<Vec<&'static str>> {
        let lessons = self.lessons as usize;
        let most: Vec<f64> = (1..=self.lessons).map(|n| self.room(n)).collect();
        let cost = |id: &str| catalogue().find(id).map_or(0.0, |k| self.minutes_of(k, pace).total());
        let order = self.order();
        let mut left: f64 = order.iter().map(|id| cost(id)).sum();
        let mut filled = vec![Vec::new(); lessons];
        let (mut lesson, mut spent) = (0, 0.0);
        for id in order {
            let share = (left + spent) / (lessons - lesson) as f64;
            let c = cost(id);
            // On when this lesson has its share, or the knot does not fit any more; the last takes what comes.
            let full = spent > 0.0 && (spent + c > most[lesson] || spent + c / 2.0 > share.min(most[lesson]));
            if full && lesson + 1 < lessons {
                (lesson, spent) = (lesson + 1, 0.0);
            }
            filled[lesson].push(id);
            spent += c;
            left -= c;
        }
        if self.breadth == Breadth::Family {
            self.widen(&mut filled, &most, &cost);
        }
        filled
    }

    /// Minutes a lesson has for its knots, counted from 1: what is made of cord in it takes its share.
    fn room(&self, lesson: u32) -> f64 {
        let made: f64 = self.made_in(lesson).iter().map(|m| m.minutes).sum();
        (f64::from(self.minutes) - ROUND_ABOUT - RECAP - made).max(0.0)
    }

    /// Near kin into lessons with time left: knots of a family that is being taught, whose foundations are laid by then.
    fn widen(&self, lessons: &mut [Vec<&'static str>], most: &[f64], cost: &dyn Fn(&str) -> f64) {
        let mut laid = self.known();
        let taught: BTreeSet<&'static str> = lessons.iter().flatten().copied().chain(laid.iter().copied()).collect();
        let families: BTreeSet<_> =
            taught.iter().filter_map(|id| catalogue().find(id)).map(|k| format!("{:?}", k.entry.family)).collect();
        let mut kin: Vec<&'static Knot> = catalogue().taught().collect();
        kin.retain(|k| !taught.contains(k.id.as_str()) && families.contains(&format!("{:?}", k.entry.family)));
        kin.sort_by_key(|k| k.entry.hands.moves);
        for (lesson, &most) in lessons.iter_mut().zip(most) {
            laid.extend(lesson.iter().copied());
            let mut spent: f64 = lesson.iter().map(|id| cost(id)).sum();
            while let Some(i) = kin.iter().position(|k| {
                spent + cost(&k.id) <= most
                    && below(&k.id).next().is_some()
                    && k.entry.builds_on.iter().all(|b| laid.contains(b.as_str()))
            }) {
                let k = kin.remove(i);
                spent += cost(&k.id);
                laid.insert(&k.id);
                lesson.push(&k.id);
            }
        }
    }

    /// What an arrangement of knots in lessons comes to: an instructor's own, or [`Self::arranged`].
    pub fn plan(&self, arranged: &[Vec<&'static str>], pace: Pace) -> CoursePlan {
        let mut met: BTreeSet<&'static str> = self.known();
        let lessons =
            (1..).zip(arranged).map(|(n, knots)| self.lesson(knots, self.made_in(n), &mut met, pace)).collect();
        CoursePlan { lessons, gaps: gaps(arranged, &self.known()), pace }
    }

    /// What is made of cord in a lesson, counted from 1.
    pub fn projects_of(&self, lesson: u32) -> Vec<&'static Project> {
        self.made.iter().filter(|m| m.lesson == lesson).filter_map(|m| project(&m.project)).collect()
    }

    fn made_in(&self, lesson: u32) -> Vec<Made> {
        let made = |p: &'static Project| {
            let usual = p.usual(&Reader::default());
            let minutes = usual.minutes();
            Made {
                project: &p.id,
                name: &p.name,
                minutes: SHOWN + (minutes.low + minutes.high) / 2.0,
                cord_m: usual.cords.iter().map(|c| f64::from(c.times) * c.length_m).sum(),
            }
        };
        self.projects_of(lesson).into_iter().map(made).collect()
    }

    fn lesson(
        &self,
        ids: &[&'static str],
        made: Vec<Made>,
        met: &mut BTreeSet<&'static str>,
        pace: Pace,
    ) -> PlannedLesson {
        let knots: Vec<&'static Knot> = ids.iter().filter_map(|id| catalogue().find(id)).collect();
        let taught = |k: &&'static Knot| {
            let again = !met.insert(&k.id);
            let minutes = self.minutes_of(k, pace);
            let minutes = if again { minutes.again() } else { minutes };
            Taught { knot: &k.id, again, minutes, total: minutes.total() }
        };
        let cord_each_m = knots.iter().map(|k| cord_to_practise(k).m()).fold(0.0, f64::max);
        let knots: Vec<Taught> = knots.iter().map(taught).collect();
        let taught = knots.iter().map(|t| t.total).sum::<f64>();
        let cord_each_m = cord_each_m + made.iter().map(|m| m.cord_m).sum::<f64>();
        let begun = if knots.is_empty() && made.is_empty() { 0.0 } else { ROUND_ABOUT + RECAP };
        let beside = begun + made.iter().map(|m| m.minutes).sum::<f64>();
        let total = taught + beside;
        let by = |b: f64| beside + taught * b / pace.factor;
        let over = total - f64::from(self.minutes);
        PlannedLesson { knots, made, total, band: pace.band.map(by), over: (over > 0.5).then_some(over), cord_each_m }
    }
}

/// Cord one learner practises a knot with, in its usual cord on its usual object.
pub fn cord_to_practise(knot: &Knot) -> Length {
    let usual = knot.usual();
    let girth = crate::object::object_kind(usual.shape).section.girth(usual.size, usual.cord);
    let t = taken(&knot.entry.usage, knot.entry.usage.tail, &ends(knot, usual.cord, None), girth);
    Length::from_m((t.total().m() + IN_HAND_M).mul_add(2.0, 0.0).ceil() / 2.0)
}
