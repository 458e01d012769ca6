//! The crew's spring course: its lessons lie about the day the demonstration is loaded, so that what is due is due now.

use crate::error::Error;
use crate::store::{Course, CourseInput, Doing, Job, KeptTry, Learner, LearnerInput, Lesson, Store, TryInput};
use chrono::{DateTime, Days, Duration, NaiveTime, Utc};
use serde::Deserialize;
use std::collections::{BTreeMap, HashMap};
use umbet_core::knot::catalogue;
use umbet_core::teach::course::{Breadth, CourseDraft, MadeIn, Opening, Sorting};
use umbet_core::teach::practice::Spread;
use umbet_core::teach::review::minutes_taken;
use umbet_core::teach::standard::Standard;
use umbet_core::teach::tries::{Came, Condition, Try};

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    course: DemoCourse,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoCourse {
    name: String,
    jobs: Vec<String>,
    minutes: u32,
    hour: String,
    learner: Vec<LearnerInput>,
    lesson: Vec<DemoLesson>,
    own: Vec<DemoPractice>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoLesson {
    held_days_ago: Option<u64>,
    knots: Vec<String>,
    #[serde(default)]
    made: Vec<String>,
    #[serde(default)]
    knot: Vec<DemoKnot>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoKnot {
    id: String,
    from_min: i64,
    tries: BTreeMap<String, String>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoPractice {
    learner: String,
    knot: String,
    days_ago: u64,
    tries: String,
}

/// One word of the file: seconds, with g for gloves or e for eyes shut; `x:` and a misstep; `x` alone.
fn read(word: &str) -> (Came, Option<f64>, Vec<Condition>) {
    if let Some(misstep) = word.strip_prefix('x') {
        return (Came::Wrong(misstep.strip_prefix(':').map(str::to_owned)), None, Vec::new());
    }
    let (number, under) = match word.strip_suffix('g') {
        Some(n) => (n, vec![Condition::Gloves]),
        None => word.strip_suffix('e').map_or((word, Vec::new()), |n| (n, vec![Condition::EyesShut])),
    };
    (Came::Right, number.parse().ok(), under)
}

/// Name of a knot's way of tying by its number in the file, from 1.
fn way_of(knot: &str, number: &str) -> Option<String> {
    let place = number.parse::<usize>().ok()?.checked_sub(1)?;
    Some(catalogue().find(knot)?.entry.way.get(place)?.name.clone())
}

fn made_in(lessons: &[DemoLesson]) -> Vec<MadeIn> {
    let of_lesson = |(lesson, l): (u32, &DemoLesson)| {
        l.made.iter().map(move |project| MadeIn { lesson, project: project.clone() }).collect::<Vec<_>>()
    };
    (1..).zip(lessons).flat_map(of_lesson).collect()
}

pub(super) async fn fill(store: &Store) -> Result<(), Error> {
    let file: File =
        toml::from_str(include_str!("../../demo/spring-course.toml")).map_err(|e| Error::Export(e.into()))?;
    let demo = file.course;
    let today = Utc::now().date_naive();
    let hour: NaiveTime = demo.hour.parse().unwrap_or_default();
    let evening = |days_ago: u64| today.checked_sub_days(Days::new(days_ago)).unwrap_or(today).and_time(hour).and_utc();
    let first = demo.lesson.iter().filter_map(|l| l.held_days_ago).max().unwrap_or(0);
    let jobs = Job::list(store).await?;
    let served: Vec<_> = jobs.iter().filter(|j| demo.jobs.contains(&j.name)).collect();
    let mut wanted: Vec<String> = Vec::new();
    for knot in served.iter().flat_map(|j| &j.knots).chain(demo.lesson.iter().flat_map(|l| &l.knots)) {
        if !wanted.contains(knot) {
            wanted.push(knot.clone());
        }
    }
    let input = CourseInput {
        name: demo.name,
        draft: CourseDraft {
            lessons: demo.lesson.len() as u32,
            minutes: demo.minutes,
            class: demo.learner.len() as u32,
            wanted,
            knows: Vec::new(),
            breadth: Breadth::Few,
            opening: Opening::Use,
            sorting: Sorting::Ladder,
            made: made_in(&demo.lesson),
        },
        jobs: served.iter().map(|j| j.id).collect(),
        standard: Standard::default(),
        standards: BTreeMap::new(),
        spread: Spread::Spaced,
        first_at: evening(first).format("%Y-%m-%dT%H:%M").to_string(),
        every_days: 7,
        version: 0,
    };
    let course = Course::add_within(store, &input).await?;
    let known = |id: &String| umbet_core::knot::catalogue().find(id).map(|k| k.id.as_str());
    let arranged: Vec<Vec<_>> = demo.lesson.iter().map(|l| l.knots.iter().filter_map(known).collect()).collect();
    Course::arrange_within(store, course.id, &arranged, course.version).await?;
    let mut learners: HashMap<String, i64> = HashMap::new();
    for l in &demo.learner {
        learners.insert(l.name.clone(), Learner::add(store, course.id, l).await?);
    }
    let lessons = Lesson::list(store, course.id).await?;
    for (told, lesson) in demo.lesson.iter().zip(&lessons) {
        match told.held_days_ago {
            Some(days) => hold(store, lesson, told, evening(days), &learners).await?,
            None => {
                let doing = Doing { knot: told.knots.first().cloned(), ..Doing::default() };
                Lesson::doing(store, lesson.id, &doing).await?;
            }
        }
    }
    for practice in &demo.own {
        for (n, word) in practice.tries.split_whitespace().enumerate() {
            let at = evening(practice.days_ago) + Duration::minutes(2 * n as i64);
            log(store, None, learners[&practice.learner], &practice.knot, word, at).await?;
        }
    }
    Ok(())
}

async fn hold(
    store: &Store,
    lesson: &Lesson,
    told: &DemoLesson,
    begins: DateTime<Utc>,
    learners: &HashMap<String, i64>,
) -> Result<(), Error> {
    let mut taken = BTreeMap::new();
    for knot in &told.knot {
        let mut tries: Vec<Try> = Vec::new();
        for (place, (name, words)) in knot.tries.iter().enumerate() {
            for (n, word) in words.split_whitespace().enumerate() {
                let at = begins + Duration::minutes(knot.from_min + 4 * n as i64) + Duration::seconds(7 * place as i64);
                tries.push(log(store, Some(lesson.id), learners[name], &knot.id, word, at).await?.tried);
            }
        }
        if let Some(minutes) = minutes_taken(&tries.iter().collect::<Vec<_>>()) {
            taken.insert(knot.id.clone(), minutes);
        }
    }
    Lesson::hold(store, lesson.id, Some(begins.to_rfc3339()), &taken).await?;
    Ok(())
}

async fn log(
    store: &Store,
    lesson: Option<i64>,
    learner: i64,
    knot: &str,
    word: &str,
    at: DateTime<Utc>,
) -> Result<KeptTry, Error> {
    let (word, way) = match word.split_once('~') {
        Some((word, number)) => (word, way_of(knot, number)),
        None => (word, None),
    };
    let (came, seconds, under) = read(word);
    let key = format!("demo-{learner}-{knot}-{}", at.timestamp());
    let input = TryInput { learner, knot: knot.to_owned(), came, seconds, under, way, key };
    KeptTry::add(store, lesson, &input, at).await
}

#[cfg(test)]
mod tests {
    use super::*;
    use umbet_core::teach::review::misstep;

    #[test]
    fn a_word_of_the_story_is_read() {
        assert_eq!(read("17"), (Came::Right, Some(17.0), vec![]));
        assert_eq!(read("17g"), (Came::Right, Some(17.0), vec![Condition::Gloves]));
        assert_eq!(read("20e").2, [Condition::EyesShut]);
        assert_eq!(read("x:A1,A7").0, Came::Wrong(Some("A1,A7".into())));
        assert_eq!(read("x").0, Came::Wrong(None));
    }

    /// Every learner, knot and misstep that the story names is there.
    #[test]
    fn the_story_names_nothing_that_is_not_there() {
        let file: File = toml::from_str(include_str!("../../demo/spring-course.toml")).expect("the story reads");
        let names: Vec<&str> = file.course.learner.iter().map(|l| l.name.as_str()).collect();
        for knot in file.course.lesson.iter().flat_map(|l| &l.knot) {
            let k = catalogue().find(&knot.id).expect("a knot");
            for (name, words) in &knot.tries {
                assert!(names.contains(&name.as_str()), "{name}");
                for word in words.split_whitespace() {
                    let (word, way) = word.split_once('~').unwrap_or((word, ""));
                    assert_eq!(way_of(&knot.id, way).is_some(), !way.is_empty(), "{}: {way}", knot.id);
                    if let (Came::Wrong(Some(id)), ..) = read(word) {
                        assert!(misstep(k, &id).is_some(), "{}: {id}", knot.id);
                    }
                }
            }
        }
    }
}
