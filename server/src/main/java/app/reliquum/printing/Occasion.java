package app.reliquum.printing;

import static app.reliquum.api.printing.PaperKind.CARRIER_LABELS;
import static app.reliquum.api.printing.PaperKind.COUNT_SHEETS;
import static app.reliquum.api.printing.PaperKind.DISPATCH_NOTE;
import static app.reliquum.api.printing.PaperKind.PACKING_LIST;
import static app.reliquum.api.printing.PaperKind.PICK_SHEET;
import static app.reliquum.api.printing.PaperKind.RECEIVED_LABELS;
import static app.reliquum.api.printing.PaperKind.RETURN_NOTE;
import static app.reliquum.api.printing.PaperKind.TRANSFER_DISPATCH_NOTE;
import static app.reliquum.api.printing.PaperKind.TRANSFER_PICK_SHEET;
import static app.reliquum.api.printing.PaperKind.TRANSFER_RECEIPT_NOTE;

import app.reliquum.api.printing.PaperKind;
import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedTopic;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** When something can print by itself: an entry of the feed, and what can be printed then. */
enum Occasion {
  GOODS_RECEIVED(FeedTopic.STOCK, "RECORDED", RECEIVED_LABELS),
  ORDER_ALLOCATED(FeedTopic.OUTBOUND, "ALLOCATED", PICK_SHEET),
  ORDER_PICKED(FeedTopic.OUTBOUND, "PICKED", PACKING_LIST),
  ORDER_SHIPPED(FeedTopic.OUTBOUND, "SHIPPED", DISPATCH_NOTE, PACKING_LIST, CARRIER_LABELS),
  TRANSFER_READY(FeedTopic.TRANSFER, "MADE_READY", TRANSFER_PICK_SHEET),
  TRANSFER_SENT(FeedTopic.TRANSFER, "SENT", TRANSFER_DISPATCH_NOTE),
  TRANSFER_ARRIVED(FeedTopic.TRANSFER, "ARRIVED", TRANSFER_RECEIPT_NOTE),
  COUNT_PREPARED(FeedTopic.COUNT, "PREPARED", COUNT_SHEETS),
  RETURN_SET_ASIDE(FeedTopic.SUPPLIER_RETURN, "MADE", RETURN_NOTE),
  RETURN_SHIPPED(FeedTopic.SUPPLIER_RETURN, "SHIPPED", RETURN_NOTE);

  private final FeedTopic topic;
  private final String what;
  private final List<PaperKind> papers;

  Occasion(FeedTopic topic, String what, PaperKind... papers) {
    this.topic = topic;
    this.what = what;
    this.papers = List.of(papers);
  }

  /** What can be printed then. */
  List<PaperKind> papers() {
    return papers;
  }

  /** Which it is that an entry of the feed tells of. */
  static Optional<Occasion> of(FeedTopic topic, String what) {
    return Arrays.stream(values())
        .filter(one -> one.topic == topic && one.what.equals(what))
        .findFirst();
  }

  static Optional<Occasion> of(FeedEntry entry) {
    return of(entry.topic(), entry.what());
  }
}
