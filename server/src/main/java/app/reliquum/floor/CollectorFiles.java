package app.reliquum.floor;

import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.api.sheets.RowFile;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.ElementString;
import app.reliquum.core.scan.Meaning;
import app.reliquum.counting.CountFiles;
import app.reliquum.places.Places;
import app.reliquum.search.HouseCodes;
import io.swagger.v3.oas.annotations.media.Schema;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/**
 * Reads what a collector has counted: a row a scan, with a barcode and a quantity, and perhaps bin,
 * lot, serial number and time. Rows that can't be understood are told and can be mended; the others
 * are taken.
 */
@Service
class CollectorFiles {

  static final List<String> COLUMNS =
      List.of("barcode", "quantity", "bin", "lot", "serial", "time");

  private static final List<String> NEEDED = List.of("barcode", "quantity");
  private static final int MOST_ROWS = 20_000;

  private final HouseCodes codes;
  private final CountFiles counts;
  private final Places places;
  private final Catalog catalog;
  private final Clock clock;

  CollectorFiles(HouseCodes codes, CountFiles counts, Places places, Catalog catalog, Clock clock) {
    this.catalog = catalog;
    this.codes = codes;
    this.counts = counts;
    this.places = places;
    this.clock = clock;
  }

  /**
   * A row, and how it is read.
   *
   * @param row its number in the file, the heading being 1
   * @param cells what stands in it, to be changed
   * @param item the name of the item that it is about; null if that can't be read
   * @param quantity how much was counted, in base units; null if that can't be read
   * @param sentence what is wrong, and what was expected; null if it can be taken
   */
  @Schema(name = "CollectorRow")
  record Row(
      int row,
      Map<String, String> cells,
      @Nullable String item,
      @Nullable Quantity quantity,
      @Nullable String sentence) {}

  /**
   * What became of a file.
   *
   * @param total how many rows it has
   * @param taken how many of them were taken, or would be
   * @param rows of a trial every row; else those that were not taken
   * @param fingerprint by which the very same file is known
   */
  @Schema(name = "CollectorResult")
  record Result(int total, int taken, boolean written, List<Row> rows, String fingerprint) {}

  /** Tries a file: says how each of its rows would be read, and writes nothing. */
  @Transactional
  Result attempt(Command command, long count, byte[] content) {
    Result result = read(command, count, content, true);
    TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
    return result;
  }

  /**
   * Reads a file into a count.
   *
   * @param original the fingerprint of the file as it came, where its rows were changed since; it
   *     counts as read, too
   */
  @Transactional
  Result read(Command command, long count, byte[] content, @Nullable String original) {
    counts.once(command, count, fingerprint(content));
    if (original != null && !original.equals(hex(content))) {
      counts.once(command, count, HexFormat.of().parseHex(original));
    }
    return read(command, count, content, false);
  }

  private Result read(Command command, long count, byte[] content, boolean trial) {
    CountFiles.For target = counts.target(count, command.actor());
    List<RowFile.Entry> entries;
    try {
      entries = RowFile.read(new ByteArrayInputStream(content), COLUMNS, NEEDED, MOST_ROWS);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    ZoneId zone = ZoneId.of(places.receiving(target.site()).timeZone());
    Map<Integer, String> faults = new HashMap<>();
    List<CountFiles.Scan> scans = new ArrayList<>();
    for (RowFile.Entry entry : entries) {
      try {
        scans.add(scan(entry, target.site(), zone));
      } catch (Problem problem) {
        faults.put(entry.row(), Problem.said(problem));
      } catch (QuantityException | DateTimeException fault) {
        faults.put(entry.row(), Problem.said(fault));
      }
    }
    for (CountFiles.Fault fault : counts.take(command, count, scans)) {
      faults.put(fault.row(), fault.sentence());
    }
    return new Result(
        entries.size(),
        entries.size() - faults.size(),
        !trial,
        rows(entries, scans, faults, trial),
        hex(content));
  }

  private List<Row> rows(
      List<RowFile.Entry> entries,
      List<CountFiles.Scan> scans,
      Map<Integer, String> faults,
      boolean all) {
    Map<Integer, CountFiles.Scan> byRow =
        scans.stream().collect(Collectors.toMap(CountFiles.Scan::row, scan -> scan));
    Map<Long, String> names =
        catalog
            .measured(scans.stream().map(CountFiles.Scan::item).collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(Catalog.Measured::id, Catalog.Measured::name));
    return entries.stream()
        .filter(entry -> all || faults.containsKey(entry.row()))
        .map(
            entry -> {
              CountFiles.Scan scan = byRow.get(entry.row());
              return new Row(
                  entry.row(),
                  entry.cells(),
                  scan == null ? null : names.get(scan.item()),
                  scan == null ? null : scan.quantity(),
                  faults.get(entry.row()));
            })
        .toList();
  }

  private static String hex(byte[] content) {
    return HexFormat.of().formatHex(fingerprint(content));
  }

  private static byte[] fingerprint(byte[] content) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(content);
    } catch (NoSuchAlgorithmException missing) {
      throw new IllegalStateException(missing);
    }
  }

  private CountFiles.Scan scan(RowFile.Entry row, long site, ZoneId zone) {
    String barcode = row.cell("barcode");
    if (barcode.isEmpty()) {
      throw Problem.invalid("barcode", "There is no barcode. Expected a code of an item.");
    }
    Meaning meaning = meaning(barcode);
    String lot = row.cell("lot");
    String serial = row.cell("serial");
    LocalDate expiry = null;
    Quantity each = Quantity.ONE;
    if (meaning instanceof Meaning.Item item) {
      each = item.counts().isZero() ? Quantity.ONE : item.counts();
    } else if (meaning instanceof Meaning.Label label) {
      ElementString elements = label.elements();
      each = label.goods().counts().isZero() ? Quantity.ONE : label.goods().counts();
      lot = lot.isEmpty() ? elements.data("10").orElse("") : lot;
      serial = serial.isEmpty() ? elements.data("21").orElse("") : serial;
      expiry = elements.date("17", clock.instant().atZone(zone).getYear()).orElse(null);
    } else if (meaning instanceof Meaning.Serial) {
      serial = serial.isEmpty() ? barcode : serial;
    } else if (meaning instanceof Meaning.Lot) {
      lot = lot.isEmpty() ? barcode : lot;
    }
    return new CountFiles.Scan(
        row.row(),
        meaning.item(),
        bin(row.cell("bin"), site),
        lot,
        expiry,
        serial,
        quantity(row.cell("quantity")).times(each),
        time(row.cell("time"), zone));
  }

  /** What a barcode means, if it means one item. */
  private Meaning meaning(String barcode) {
    app.reliquum.core.scan.Scan read = codes.read(barcode);
    List<Meaning> items = read.meanings().stream().filter(meaning -> meaning.item() != 0).toList();
    if (items.isEmpty()) {
      throw Problem.invalid("barcode", "'{0}' not found. Expected a code of an item.", barcode);
    }
    if (items.stream().map(Meaning::item).distinct().count() > 1) {
      throw Problem.invalid(
          "barcode", "'{0}' stands for several items. Write the item's own code.", barcode);
    }
    return items.get(0);
  }

  private long bin(String text, long site) {
    if (text.isEmpty()) {
      return 0;
    }
    List<Long> bins = new ArrayList<>();
    for (Meaning meaning : codes.read(text).meanings()) {
      if (meaning instanceof Meaning.Bin bin) {
        bins.add(bin.place());
      }
    }
    List<Long> here =
        places.forLedger(new TreeSet<>(bins)).stream()
            .filter(bin -> bin.site() == site)
            .map(Places.LedgerPlace::id)
            .toList();
    if (here.isEmpty()) {
      throw Problem.invalid("bin", "There is no bin '{0}' at the site.", text);
    }
    return here.get(0);
  }

  private static Quantity quantity(String text) {
    if (text.isEmpty()) {
      throw Problem.invalid("quantity", "There is no quantity. Expected a number, like 6 or 2.5.");
    }
    Quantity quantity = Quantity.of(text);
    if (quantity.isNegative()) {
      throw Problem.invalid("quantity", "A shelf can't hold less than nothing: {0}.", text);
    }
    return quantity;
  }

  /** A moment with its offset, or one by the clock of the site; nothing stands for now. */
  private Instant time(String text, ZoneId zone) {
    if (text.isEmpty()) {
      return clock.instant();
    }
    String iso = text.replace(' ', 'T');
    try {
      return iso.endsWith("Z") || iso.matches(".*[+-]\\d\\d:\\d\\d$")
          ? OffsetDateTime.parse(iso).toInstant()
          : LocalDateTime.parse(iso).atZone(zone).toInstant();
    } catch (DateTimeException fault) {
      throw Problem.invalid("time", "'{0}' is no time. Expected one like 2026-03-02T10:30.", text);
    }
  }
}
