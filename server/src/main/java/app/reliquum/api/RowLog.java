package app.reliquum.api;

import java.util.List;
import java.util.Locale;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/**
 * Hears which rows of the tables of the house are about to change, so that what they were, what
 * became of them and who did it can be kept.
 */
@Component
public class RowLog {

  private final ApplicationEventPublisher events;

  RowLog(ApplicationEventPublisher events) {
    this.events = events;
  }

  /**
   * Says that rows may change until the end of the transaction; said before the first of them does.
   * What the house does by itself is not kept.
   *
   * @param table the name of the table
   * @param first with which parts the keys of the rows begin; none if it may be any row of a short
   *     table
   */
  public void changing(String table, String... first) {
    changing(table, List.of(List.of(first)));
  }

  /**
   * The same of many rows.
   *
   * @param keys the keys of the rows
   */
  public void changing(String table, List<List<String>> keys) {
    ActorResolver.present()
        .ifPresent(
            actor ->
                events.publishEvent(
                    new RowChanging(
                        actor,
                        table,
                        keys.stream()
                            .map(key -> key.stream().map(RowLog::small).toList())
                            .toList())));
  }

  private static String small(String part) {
    return part.toLowerCase(Locale.ROOT);
  }
}
