package app.reliquum.api;

/** What a role may do. */
public enum Permission {
  /** Look at what there is. */
  LOOK,
  /** Work with goods: receive, move, pick, pack, count, propose adjustments; print. */
  MOVE,
  /** Write postings that change what the house owns, and documents; run checks of the ledger. */
  POST,
  /** Set the house rules, approve, close the books, enrol devices. */
  RULES,
  /** Say who may do what, and read the security log. */
  PEOPLE
}
