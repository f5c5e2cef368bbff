package app.reliquum.core.scan;

import java.util.List;
import java.util.Optional;

/**
 * A text that was scanned or typed, what it is, and everything that it can mean in the house.
 *
 * @param meanings empty if the house does not know it
 */
public record Scan(Reading reading, List<Meaning> meanings) {
  public Scan {
    meanings = List.copyOf(meanings);
  }

  /** Reads a text and asks what it stands for. */
  public static Scan of(String text, Codes codes) {
    Reading reading = ScanReader.read(text);
    return new Scan(reading, Meanings.of(reading, codes));
  }

  /** What it means, if that is one thing. */
  public Optional<Meaning> only() {
    return meanings.size() == 1 ? Optional.of(meanings.get(0)) : Optional.empty();
  }

  /** The item that it is about, 0 if it is about none. */
  public long item() {
    return meanings.stream().map(Meaning::item).filter(id -> id != 0).findFirst().orElse(0L);
  }
}
