//! Lists of words a person chooses from: one enum, its order and how each value reads in a sentence.

macro_rules! words {
    ($(#[$doc:meta])* $name:ident { $($(#[$vdoc:meta])* $variant:ident => $words:literal),+ $(,)? }) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
        #[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
        #[serde(rename_all = "kebab-case")]
        pub enum $name { $($(#[$vdoc])* $variant),+ }
        impl $name {
            /// Every value, in the order it is offered.
            pub const ALL: &'static [Self] = &[$(Self::$variant),+];
            /// As it is written in a draft.
            pub fn id(self) -> String {
                serde_json::to_value(self).ok().and_then(|v| v.as_str().map(str::to_owned)).unwrap_or_default()
            }
            /// How it reads in the sentence.
            pub const fn words(self) -> &'static str {
                match self { $(Self::$variant => $words),+ }
            }
        }
    };
}

/// With a large first letter.
pub(crate) fn capital(s: &str) -> String {
    let mut c = s.chars();
    c.next().map_or_else(String::new, |f| f.to_uppercase().chain(c).collect())
}

/// With a small first letter.
pub(crate) fn small(s: &str) -> String {
    let mut c = s.chars();
    c.next().map_or_else(String::new, |f| f.to_lowercase().chain(c).collect())
}

/// With its article: "a post", "an eye"; what begins with a number is several, and has none.
pub(crate) fn with_article(s: &str) -> String {
    let several = ["two ", "three ", "four ", "five ", "six "].iter().any(|n| s.starts_with(n));
    match s.chars().next() {
        _ if several => s.to_owned(),
        Some('a' | 'e' | 'i' | 'o' | 'A' | 'E' | 'I' | 'O') => format!("an {s}"),
        _ => format!("a {s}"),
    }
}

/// A small number as a word: "three".
pub(crate) fn number(n: u32) -> String {
    const WORDS: [&str; 13] =
        ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];
    WORDS.get(n as usize).map_or_else(|| n.to_string(), |w| (*w).to_owned())
}

/// So many of a thing: "one turn", "three turns".
pub(crate) fn counted(n: usize, what: &str) -> String {
    format!("{} {what}{}", number(n as u32), if n == 1 { "" } else { "s" })
}

/// Names in a sentence: "a, b and c"; apart by more than a comma where a name has one of its own.
pub(crate) fn listed<S: AsRef<str>>(names: &[S]) -> String {
    match names {
        [] => String::new(),
        [one] => one.as_ref().to_owned(),
        [first @ .., last] => {
            let first: Vec<&str> = first.iter().map(AsRef::as_ref).collect();
            let (between, and) = match names.iter().any(|n| n.as_ref().contains(", ")) {
                true => ("; ", "; and "),
                false => (", ", " and "),
            };
            format!("{}{and}{}", first.join(between), last.as_ref())
        }
    }
}
