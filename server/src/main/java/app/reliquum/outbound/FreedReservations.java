package app.reliquum.outbound;

import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import org.springframework.stereotype.Component;

/** What a count or a loss has taken is missing now: the orders that it was kept for are short. */
@Component
class FreedReservations implements FeedReader {

  private final OutboundTable table;
  private final OutboundProgress progress;

  FreedReservations(OutboundTable table, OutboundProgress progress) {
    this.table = table;
    this.progress = progress;
  }

  @Override
  public String name() {
    return "outbound-freed-reservations";
  }

  @Override
  public boolean reads(FeedTopic topic, String what) {
    return topic == FeedTopic.RESERVATION;
  }

  @Override
  public void read(FeedEntry entry) {
    table
        .withNumber(entry.number())
        .ifPresent(
            head -> {
              progress.lock(head.id());
              progress.refresh(head.id());
            });
  }
}
