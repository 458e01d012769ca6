/** Names one after another; apart by more than a comma where a name has one of its own. */
export const listed = (names: readonly string[]) => names.join(names.some((n) => n.includes(',')) ? '; ' : ', ')
