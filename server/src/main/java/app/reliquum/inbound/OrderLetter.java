package app.reliquum.inbound;

import java.util.List;

/** The letter that tells a supplier what is ordered. */
final class OrderLetter {

  private OrderLetter() {}

  /** The letter that tells him what is wanted otherwise. */
  static String amendment(InboundViews.Card order, Suppliers.Card supplier, List<String> changes) {
    return "To %s%n%nOf our order %s we want otherwise than before:%n%n  %s%n%nThe order now:%n%n%s"
        .formatted(
            supplier.name(),
            order.number(),
            String.join(System.lineSeparator() + "  ", changes),
            text(order, supplier));
  }

  static String text(InboundViews.Card order, Suppliers.Card supplier) {
    StringBuilder text = new StringBuilder();
    text.append("To ").append(supplier.name()).append('\n');
    if (!supplier.street().isEmpty()) {
      text.append(supplier.street()).append(", ").append(supplier.town()).append('\n');
    }
    text.append("\nPlease deliver to ").append(order.site());
    if (order.expected() != null) {
      text.append(" by ").append(OrderPapers.day(order.expected()));
    }
    text.append(", under our number ").append(order.number()).append(":\n\n");
    for (InboundViews.Line line : order.lines()) {
      if (line.packs().isZero()) {
        continue;
      }
      text.append(
          "%3d  %10s %-8s  %-14s %s%s%s%n"
              .formatted(
                  line.line(),
                  line.packs(),
                  line.pack().isEmpty() ? line.symbol() : line.pack(),
                  line.item(),
                  line.name(),
                  line.price() == null
                      ? ""
                      : " at " + line.price().stripTrailingZeros().toPlainString(),
                  line.expected() == null ? "" : ", by " + OrderPapers.day(line.expected())));
    }
    InboundViews.Totals totals = order.totals();
    if (totals != null && order.value() != null) {
      text.append("\nIn all ")
          .append(totals.gross().toPlainString())
          .append(' ')
          .append(totals.currency())
          .append(totals.taxes().isEmpty() ? "" : " with tax")
          .append(
              totals.unpriced() == 0
                  ? ""
                  : ", without the lines that have no price (" + totals.unpriced() + ")")
          .append(".\n");
    }
    if (!order.note().isEmpty()) {
      text.append('\n').append(order.note()).append('\n');
    }
    text.append("\nPlease put our number on the delivery note and a GS1 label on each pallet.\n");
    if (order.lines().stream().anyMatch(line -> !line.packs().isZero())) {
      text.append("The order is attached for printing (PDF) and for your system (UBL 2.1).\n");
    }
    return text.toString();
  }
}
