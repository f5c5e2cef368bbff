package app.reliquum.core.sentence;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * A blank of a sentence.
 *
 * @param <T> what fills it
 */
public sealed interface Blank<T> {

  /** Why something is suggested. */
  enum Why {
    /** It is the bin that the item belongs in. */
    HOME_BIN,
    /** A put-away rule of the item or its category names it. */
    RULE,
    /** The same goods lie there. */
    SAME_ITEM,
    /** It is empty and takes such goods. */
    EMPTY_BIN,
    /** Nothing else has room. */
    OVERFLOW,
    /** It is as much as fits there. */
    AS_MUCH_AS_FITS,
    /** It is what the order still expects. */
    STILL_EXPECTED,
    /** It is what the transfer still asks for. */
    STILL_ASKED,
    /** It is what the pick face has room for. */
    STILL_MISSING,
    /** By the removal rules it leaves first. */
    LEAVES_FIRST,
    /** It is the pick face that is to be refilled. */
    PICK_FACE,
    /** It is reserved for the transfer. */
    RESERVED,
    /** It is the next stop of the walk. */
    NEXT_STOP,
    /** The order's goods are gathered in it. */
    ITS_TOTE,
    /** Goods that come in land there. */
    DOCK,
    /** It follows from how long such goods keep. */
    SHELF_LIFE,
    /** It is all that lies there. */
    ALL_OF_IT,
    /** Of the lots that lie there it expires first. */
    EARLIEST_EXPIRY,
    /** Of the lots that lie there it came in first. */
    OLDEST
  }

  /** Nothing fills it yet. */
  record Empty<T>() implements Blank<T> {}

  /** Someone scanned or typed it. */
  record Said<T>(T value) implements Blank<T> {}

  /** It has only one possible value and filled itself. */
  record Only<T>(T value) implements Blank<T> {}

  /** The rules propose it; it counts when someone accepts it. */
  record Suggested<T>(T value, Why why) implements Blank<T> {}

  /** An empty blank. */
  static <T> Blank<T> empty() {
    return new Empty<>();
  }

  /** What someone named; empty for 0. */
  static Blank<Long> said(long id) {
    return id == 0 ? empty() : new Said<>(id);
  }

  /** What has only one possible value; empty for 0. */
  static Blank<Long> only(long id) {
    return id == 0 ? empty() : new Only<>(id);
  }

  /** The one thing that all are; empty if they differ, or there are none. */
  static <T> Blank<T> onlyOf(Stream<T> all) {
    List<T> different = all.distinct().limit(2).toList();
    return different.size() == 1 ? new Only<>(different.get(0)) : empty();
  }

  /** What must be said for a suggestion to be accepted; empty if none is made. */
  default Optional<Evidence> accepted(Function<T, Evidence> saying) {
    return suggested() ? filled().map(saying) : Optional.empty();
  }

  /** What stands in it, suggested or not. */
  default Optional<T> filled() {
    if (this instanceof Said<T> said) {
      return Optional.of(said.value());
    }
    if (this instanceof Only<T> only) {
      return Optional.of(only.value());
    }
    if (this instanceof Suggested<T> suggested) {
      return Optional.of(suggested.value());
    }
    return Optional.empty();
  }

  /** Whether something fills it for certain. */
  default boolean settled() {
    return this instanceof Said<T> || this instanceof Only<T>;
  }

  /** Whether it waits for someone to accept it. */
  default boolean suggested() {
    return this instanceof Suggested<T>;
  }
}
