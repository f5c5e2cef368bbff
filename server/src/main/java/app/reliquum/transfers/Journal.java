package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.transfers.TransferRows.Step;
import app.reliquum.transfers.TransferTable.Figure;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The two steps of a transfer in value: out of stock into transit, out of transit into stock. Each
 * is a debit and a credit of the same amount; what was taken back is left out.
 */
@Service
public class Journal {

  private static final String IN_TRANSIT = "In transit";

  private final TransferRows rows;

  Journal(TransferRows rows) {
    this.rows = rows;
  }

  /** The lines of what happened in a stretch of time, perhaps of one transfer only. */
  @Transactional(readOnly = true)
  public List<TransferViews.JournalLine> lines(
      Instant after, Instant before, String document, Actor actor) {
    List<TransferViews.JournalLine> lines = new ArrayList<>();
    for (Step step : rows.steps(after, before, document, actor)) {
      if (!step.reversed()) {
        lines.add(line(step, debit(step), step.value(), BigDecimal.ZERO.setScale(2)));
        lines.add(line(step, credit(step), BigDecimal.ZERO.setScale(2), step.value()));
      }
    }
    return lines;
  }

  private static String debit(Step step) {
    return switch (step.step()) {
      case SENT -> IN_TRANSIT;
      case ARRIVED -> stockAt(step.to());
      case LOST ->
          switch (step.kind()) {
            case "SCRAPPED" -> "Scrapped";
            case "BIN" -> stockAt(step.from());
            default -> "Lost";
          };
      case WITHDRAWN -> throw new IllegalStateException("Nothing moves.");
    };
  }

  private static String credit(Step step) {
    return step.step() == Figure.SENT ? stockAt(step.from()) : IN_TRANSIT;
  }

  private static String stockAt(String site) {
    return "Stock " + site;
  }

  private static TransferViews.JournalLine line(
      Step step, String account, BigDecimal debit, BigDecimal credit) {
    return new TransferViews.JournalLine(
        step.posting(),
        step.at(),
        step.document(),
        step.item(),
        step.name(),
        step.quantity(),
        step.symbol(),
        step.step().name(),
        account,
        debit,
        credit);
  }
}
