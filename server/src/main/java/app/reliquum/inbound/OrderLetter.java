package app.reliquum.inbound;

import app.reliquum.api.Words;
import app.reliquum.core.text.Message;
import java.util.List;
import java.util.stream.Collectors;

/** The letter that tells a supplier what is ordered. */
final class OrderLetter {

  private OrderLetter() {}

  /** The letter that tells him what is wanted otherwise. */
  static String amendment(
      Words words, InboundViews.Card order, Suppliers.Card supplier, List<Message> changes) {
    String line = System.lineSeparator();
    return words.say("To {0}", supplier.name())
        + line
        + line
        + words.say("Our order {0} we want otherwise than before:", order.number())
        + line
        + line
        + "  "
        + changes.stream().map(words::say).collect(Collectors.joining(line + "  "))
        + line
        + line
        + words.say("The order now:")
        + line
        + line
        + text(words, order, supplier);
  }

  static String text(Words words, InboundViews.Card order, Suppliers.Card supplier) {
    StringBuilder text = new StringBuilder();
    text.append(words.say("To {0}", supplier.name())).append('\n');
    if (!supplier.street().isEmpty()) {
      text.append(supplier.street()).append(", ").append(supplier.town()).append('\n');
    }
    text.append('\n')
        .append(
            order.expected() == null
                ? words.say(
                    "Please deliver to {0}, under our number {1}:", order.site(), order.number())
                : words.say(
                    "Please deliver to {0} by {1}, under our number {2}:",
                    order.site(), words.day(order.expected()), order.number()))
        .append("\n\n");
    for (InboundViews.Line line : order.lines()) {
      if (!line.packs().isZero()) {
        text.append(line(words, line));
      }
    }
    InboundViews.Totals totals = order.totals();
    if (totals != null && order.value() != null) {
      text.append('\n').append(total(words, totals)).append('\n');
    }
    if (!order.note().isEmpty()) {
      text.append('\n').append(order.note()).append('\n');
    }
    text.append('\n')
        .append(
            words.say("Please put our number on the delivery note and a GS1 label on each pallet."))
        .append('\n');
    if (order.lines().stream().anyMatch(line -> !line.packs().isZero())) {
      text.append(
              words.say("The order is attached for printing (PDF) and for your system (UBL 2.1)."))
          .append('\n');
    }
    return text.toString();
  }

  private static String line(Words words, InboundViews.Line line) {
    return "%3d  %10s %-8s  %-14s %s%s%s%n"
        .formatted(
            line.line(),
            words.number(line.packs()),
            line.pack().isEmpty() ? line.symbol() : line.pack(),
            line.item(),
            line.name(),
            line.price() == null
                ? ""
                : " " + words.say("at {0}", line.price().stripTrailingZeros()),
            line.expected() == null ? "" : ", " + words.say("by {0}", words.day(line.expected())));
  }

  private static String total(Words words, InboundViews.Totals totals) {
    String sum = words.number(totals.gross()) + ' ' + totals.currency();
    String said =
        totals.taxes().isEmpty()
            ? words.say("In all {0}", sum)
            : words.say("In all {0} with tax", sum);
    return totals.unpriced() == 0
        ? said + "."
        : words.say("{0}, without the lines that have no price ({1}).", said, totals.unpriced());
  }
}
