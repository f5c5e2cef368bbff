package app.reliquum.api.sheets;

import java.util.Collection;
import java.util.Set;

/**
 * Where what an import has done is still told of after it was taken back. A row that only these
 * name can't go, but it can be put out of use.
 */
public interface LastingTraces {

  /** The tables of the database. */
  Set<String> tables();

  /**
   * Those of some rows that they would name without the import, too.
   *
   * @param column the column of the database that refers to the rows
   * @param numbers those of the rows
   * @param batch by which name what the import has done can be found
   */
  default Set<Long> ofOthers(String column, Collection<Long> numbers, String batch) {
    return Set.of();
  }
}
