package app.reliquum.api.sheets;

/**
 * Documents of one kind that are in no table and so don't move with the house: they are brought
 * home, finished or cancelled before it does. Each capability brings its own as a bean.
 *
 * @param sql selects the id, the number, the code of the site, and whom or where it is about; in
 *     this order
 */
public record StaysBehind(Kind kind, String sql) {

  /** What keeps it from moving. */
  public enum Kind {
    /** Goods are picked or packed for a customer. */
    PICKED_ORDER,
    /** A job that is not finished. */
    JOB,
    /** Goods are set aside for a supplier. */
    SUPPLIER_RETURN,
    /** A transfer that is not closed. */
    TRANSFER,
    /** Goods are on loan. */
    LOAN,
    /** Someone has requested something that is not ordered. */
    REQUISITION
  }
}
