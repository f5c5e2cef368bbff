package app.reliquum.api.printing;

/**
 * A paper of a document was made.
 *
 * @param number the number of the document
 * @param title what the paper is
 * @param says all that it says, as text; two papers that say the same are the same
 * @param forReviewers whether only those who may post may see it
 * @param pdf the paper
 */
public record PaperMade(
    String number, String title, String says, boolean forReviewers, byte[] pdf) {}
