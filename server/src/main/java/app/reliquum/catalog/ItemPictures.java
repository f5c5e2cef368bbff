package app.reliquum.catalog;

import app.reliquum.api.Problem;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pictures of items, so that people know them when they see them. */
@Service
public class ItemPictures {

  private static final int LONGEST = 2_000_000;
  private static final Set<String> KINDS =
      Set.of("image/jpeg", "image/png", "image/webp", "image/svg+xml");

  private final JdbcClient jdbc;
  private final Clock clock;

  ItemPictures(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** A picture and its media type. */
  public record Picture(String mediaType, byte[] content) {}

  /** The picture of an item, if there is one. */
  public Optional<Picture> of(long item) {
    return jdbc.sql("select media_type, content from item_picture where item_id = ?")
        .param(item)
        .query((row, n) -> new Picture(row.getString(1), row.getBytes(2)))
        .optional();
  }

  /** Sets the picture of an item. */
  @Transactional
  public void set(long item, Picture picture) {
    if (!KINDS.contains(picture.mediaType())) {
      throw Problem.invalid("picture", "A picture is a JPEG, PNG, WebP or SVG file.");
    }
    if (picture.content().length == 0 || picture.content().length > LONGEST) {
      throw Problem.invalid("picture", "A picture has at most 2 MB, and is not empty.");
    }
    jdbc.sql(
            """
            insert into item_picture (item_id, media_type, content, changed) values (?, ?, ?, ?)
            on duplicate key update media_type = value(media_type), content = value(content),
              changed = value(changed)
            """)
        .params(
            item,
            picture.mediaType(),
            picture.content(),
            LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC))
        .update();
  }

  /** Takes the picture of an item away. */
  @Transactional
  public void remove(long item) {
    jdbc.sql("delete from item_picture where item_id = ?").param(item).update();
  }
}
