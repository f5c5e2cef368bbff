package app.reliquum.api;

/** What a role may do beyond looking. Each is also an authority of that name. */
public enum Permission {
  /** Move goods between bins. */
  MOVE,
  /** Write postings that change what the house owns, and reverse them; run checks of the books. */
  POST,
  /** Set the house rules: items, places. */
  RULES,
  /** Say who may do what. */
  PEOPLE
}
