package app.reliquum.counting;

import app.reliquum.feed.FeedEntry;
import app.reliquum.feed.FeedReader;
import app.reliquum.feed.FeedTopic;
import app.reliquum.stock.Stock;
import org.springframework.stereotype.Component;

/** A change of a position's past changes what was counted against it. */
@Component
class LateMoves implements FeedReader {

  private final Stock stock;
  private final Results results;
  private final CountTable table;

  LateMoves(Stock stock, Results results, CountTable table) {
    this.stock = stock;
    this.results = results;
    this.table = table;
  }

  @Override
  public String name() {
    return "counting-late-moves";
  }

  @Override
  public boolean reads(FeedTopic topic, String what) {
    return topic == FeedTopic.STOCK && what.equals(Stock.RECORDED_LATE);
  }

  @Override
  public void read(FeedEntry entry) {
    results.refreshItems(stock.items(entry.subject())).forEach(table::changed);
  }
}
