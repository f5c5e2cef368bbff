package app.reliquum.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Fifty thousand items move into the large house with their packs, homes and bins, then what lies
 * of them in a hundred thousand places; and all items go out.
 */
final class MovingIn {

  private static final int ITEMS = 50_000;
  private static final int LINES = 100_000;
  private static final int BINS = 10_000;
  private static final Pattern NUMBER = Pattern.compile("\"id\":([0-9]+)");
  private static final Pattern STATE = Pattern.compile("\"state\":\"([A-Z]+)\"");

  private final Http http;
  private final Connection connection;

  MovingIn(Http http, Connection connection) {
    this.http = http;
    this.connection = connection;
  }

  void print() throws Exception {
    String site = text("select code from site where binned order by id limit 1");
    String area =
        text(
            "select a.code from area a join place p on p.area_id = a.id join site s"
                + " on s.id = a.site_id where s.code = '"
                + site
                + "' order by p.id limit 1");
    // Each run moves others in.
    String run = "M" + Long.toString(System.currentTimeMillis() / 1000, 36).toUpperCase();
    long items = imported("house.zip", house(site, area, run));
    System.out.printf("  %,d items with packs and homes: %,d ms in all%n", ITEMS, items);
    long stock = imported("opening stock.csv", stock(site, run));
    System.out.printf("  %,d lines of opening stock: %,d ms in all%n", LINES, stock);
    export("items");
    export("opening stock");
  }

  private String text(String query) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet rows = statement.executeQuery(query)) {
      rows.next();
      return rows.getString(1);
    }
  }

  private static byte[] house(String site, String area, String run) throws IOException {
    StringBuilder bins = new StringBuilder("site,bin,area,walk\n");
    for (int i = 0; i < BINS; i++) {
      bins.append("%s,%s-%05d,%s,%d%n".formatted(site, run, i, area, i));
    }
    StringBuilder items = new StringBuilder("code,name,category,unit,shelf life days\n");
    StringBuilder packs = new StringBuilder("item,pack,factor\n");
    StringBuilder homes = new StringBuilder("item,site,bin,minimum,maximum,refill pack\n");
    for (int i = 0; i < ITEMS; i++) {
      String item = "%s-%05d".formatted(run, i);
      items.append("%s,Item %d that moves in,Moved/In,pc,%n".formatted(item, i));
      packs.append("%s,box,10%n".formatted(item));
      homes.append("%s,%s,%s-%05d,20,60,box%n".formatted(item, site, run, i % BINS));
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      entry(zip, "bins.csv", bins);
      entry(zip, "items.csv", items);
      entry(zip, "packs.csv", packs);
      entry(zip, "homes.csv", homes);
    }
    return out.toByteArray();
  }

  private static void entry(ZipOutputStream zip, String name, StringBuilder text)
      throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(text.toString().getBytes(StandardCharsets.UTF_8));
    zip.closeEntry();
  }

  private static byte[] stock(String site, String run) {
    StringBuilder lines = new StringBuilder("site,bin,item,quantity,unit cost,in date\n");
    for (int i = 0; i < LINES; i++) {
      lines.append(
          "%s,%s-%05d,%s-%05d,%d,2.5,2026-01-31%n"
              .formatted(site, run, (i * 7 + i / ITEMS) % BINS, run, i % ITEMS, 1 + i % 40));
    }
    return lines.toString().getBytes(StandardCharsets.UTF_8);
  }

  /** Has a file checked and written; how many milliseconds both took. */
  private long imported(String name, byte[] content) throws Exception {
    long begun = System.nanoTime();
    String id = found(NUMBER, http.file("/api/imports?name=" + name.replace(" ", "%20"), content));
    String checked = through(id);
    long tried = since(begun);
    if (!checked.contains("\"ready\":true")) {
      throw new IllegalStateException(checked + http.get("/api/imports/" + id + "/faults?limit=3"));
    }
    long writing = System.nanoTime();
    http.post("/api/imports/" + id + "/writing", "{}");
    String written = through(id);
    if (!written.contains("\"IMPORTED\"")) {
      throw new IllegalStateException(written);
    }
    System.out.printf("  %s: tried in %,d ms, written in %,d ms%n", name, tried, since(writing));
    return since(begun);
  }

  private static long since(long begun) {
    return TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - begun);
  }

  private static String found(Pattern pattern, String answer) {
    Matcher found = pattern.matcher(answer);
    if (!found.find()) {
      throw new IllegalStateException(answer);
    }
    return found.group(1);
  }

  private String through(String id) throws Exception {
    while (true) {
      String card = http.get("/api/imports/" + id);
      String state = found(STATE, card);
      if (!state.equals("CHECKING") && !state.equals("IMPORTING")) {
        return card;
      }
      LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(100));
    }
  }

  private void export(String table) throws Exception {
    long begun = System.nanoTime();
    try (InputStream file =
        http.stream("/api/tables/file?format=CSV&tables=" + table.replace(" ", "%20"))) {
      file.read();
      long first = since(begun);
      long bytes = 1 + file.transferTo(java.io.OutputStream.nullOutputStream());
      System.out.printf(
          "  %s as CSV: first byte after %,d ms, %,d bytes in %,d ms%n",
          table, first, bytes, since(begun));
    }
  }
}
