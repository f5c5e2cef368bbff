package app.reliquum.catalog;

import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import app.reliquum.api.Utc;
import java.time.Clock;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Pictures of items, so that people know them when they see them. */
@Service
public class ItemPictures {

  private static final int LONGEST = 2_000_000;

  private final JdbcClient jdbc;
  private final Clock clock;

  ItemPictures(JdbcClient jdbc, Clock clock) {
    this.jdbc = jdbc;
    this.clock = clock;
  }

  /** The picture of an item, if there is one. */
  public Optional<Picture> of(long item) {
    return jdbc.sql("select media_type, content from item_picture where item_id = ?")
        .param(item)
        .query((row, n) -> new Picture(row.getString(1), row.getBytes(2)))
        .optional();
  }

  /**
   * Sets the picture of an item, as someone has sent it.
   *
   * @throws Problem if it can't be read as a picture
   */
  @Transactional
  public void set(long item, byte[] sent) {
    draw(item, Picture.of("picture", sent, LONGEST));
  }

  /** Sets the picture of an item to a drawing of the house's own. */
  @Transactional
  public void draw(long item, Picture picture) {
    jdbc.sql(
            """
            insert into item_picture (item_id, media_type, content, changed) values (?, ?, ?, ?)
            on duplicate key update media_type = value(media_type), content = value(content),
              changed = value(changed)
            """)
        .params(item, picture.mediaType(), picture.content(), Utc.of(clock.instant()))
        .update();
  }

  /** Takes the picture of an item away. */
  @Transactional
  public void remove(long item) {
    jdbc.sql("delete from item_picture where item_id = ?").param(item).update();
  }
}
