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
            /// How it reads in the sentence.
            pub const fn words(self) -> &'static str {
                match self { $(Self::$variant => $words),+ }
            }
        }
    };
}
