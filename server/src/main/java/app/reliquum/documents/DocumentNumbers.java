package app.reliquum.documents;

import app.reliquum.api.Problem;
import app.reliquum.core.document.DocumentNumber;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The numbers of documents: no two documents of any kind have the same one. */
@Service
public class DocumentNumbers {

  /** All numbers of a house have five digits. */
  static final int FIRST = 10_001;

  private final JdbcClient jdbc;
  private final NumberRanges ranges;

  DocumentNumbers(JdbcClient jdbc, NumberRanges ranges) {
    this.jdbc = jdbc;
    this.ranges = ranges;
  }

  /**
   * The number of a new document.
   *
   * @param said the number that someone gave it; null or blank for the next of the prefix
   * @throws Problem if it can't be a number, or another document has it
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String claim(DocumentKind kind, String prefix, @Nullable String said) {
    if (said == null || said.isBlank()) {
      return next(kind, prefix);
    }
    String number =
        DocumentNumber.of(said)
            .orElseThrow(
                () ->
                    Problem.invalid(
                        "number",
                        "A number has 1 to {0} letters, digits, hyphens or dots, so that it fits a label.",
                        DocumentNumber.LONGEST));
    if (!insert(kind, number)) {
      throw Problem.conflict("not-unique", "There is a document {0} already.", number)
          .with("field", "number")
          .with("kind", kind(number).orElse(kind));
    }
    return number;
  }

  /**
   * The next number that no document has.
   *
   * @param usual the prefix that such documents have, where the house has not chosen another one
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public String next(DocumentKind kind, String usual) {
    String prefix = ranges.prefix(usual);
    String number;
    do {
      number = DocumentNumber.counted(prefix, count(prefix));
    } while (!insert(kind, number));
    return number;
  }

  /** Of which kinds the documents of some numbers are; numbers that nothing has are left out. */
  @Transactional(readOnly = true)
  public Map<String, DocumentKind> kinds(Collection<String> numbers) {
    Map<String, DocumentKind> kinds = new HashMap<>();
    if (!numbers.isEmpty()) {
      jdbc.sql("select number, kind from document where number in (:numbers)")
          .param("numbers", numbers)
          .query(
              row -> {
                kinds.put(row.getString(1), DocumentKind.valueOf(row.getString(2)));
              });
    }
    return kinds;
  }

  private boolean insert(DocumentKind kind, String number) {
    return jdbc.sql("insert ignore into document (number, kind) values (?, ?)")
            .params(number, kind.name())
            .update()
        == 1;
  }

  private long count(String prefix) {
    jdbc.sql(
            "insert into document_counter (prefix, last) values (?, ?)"
                + " on duplicate key update last = last + 1")
        .params(prefix, FIRST)
        .update();
    return jdbc.sql("select last from document_counter where prefix = ?")
        .param(prefix)
        .query(Long.class)
        .single();
  }

  /** What kind of document a number is of. Small letters do for capitals. */
  @Transactional(readOnly = true)
  public Optional<DocumentKind> kind(String number) {
    return jdbc.sql("select kind from document where number = ?")
        .param(number.strip())
        .query(String.class)
        .optional()
        .map(DocumentKind::valueOf);
  }
}
