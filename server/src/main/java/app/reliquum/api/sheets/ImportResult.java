package app.reliquum.api.sheets;

import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;

/**
 * What became of a file of orders; with faults nothing was written.
 *
 * @param rows how many rows it has
 * @param orders the numbers of what it makes
 * @param written whether that was written, and not only tried
 */
@Schema(name = "ImportResult")
public record ImportResult(int rows, List<String> orders, boolean written, List<Fault> faults) {

  /** What is wrong with a row. */
  @Schema(name = "ImportFault")
  public record Fault(int row, String sentence) {}
}
