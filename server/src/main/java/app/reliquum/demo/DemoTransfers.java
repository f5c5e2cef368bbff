package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Picture;
import app.reliquum.catalog.ItemPictures;
import app.reliquum.core.costing.UnitCost;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.costing.Costs;
import app.reliquum.house.House;
import app.reliquum.transfers.Arriving;
import app.reliquum.transfers.Planning;
import app.reliquum.transfers.Sending;
import app.reliquum.transfers.TransferViews;
import app.reliquum.transfers.Transfers;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/** What goes between the chandlery's sites, what its goods cost, and how they and it look. */
@Component
class DemoTransfers {

  private static final Map<String, String> COSTS =
      Map.ofEntries(
          Map.entry("FLR", "11.40"),
          Map.entry("LJC", "8.20"),
          Map.entry("AFL", "46.00"),
          Map.entry("EPX", "22.50"),
          Map.entry("BCN", "208.00"),
          Map.entry("RFT", "890.00"),
          Map.entry("RPE", "0.85"),
          Map.entry("SHK", "0.93"),
          Map.entry("RIG", "7.20"),
          Map.entry("PRV", "1.70"));

  private final Planning planning;
  private final Sending sending;
  private final Arriving arriving;
  private final Transfers transfers;
  private final Costs costs;
  private final ItemPictures pictures;
  private final House house;

  DemoTransfers(
      Planning planning,
      Sending sending,
      Arriving arriving,
      Transfers transfers,
      Costs costs,
      ItemPictures pictures,
      House house) {
    this.planning = planning;
    this.sending = sending;
    this.arriving = arriving;
    this.transfers = transfers;
    this.costs = costs;
    this.pictures = pictures;
    this.house = house;
  }

  /** What the house is called, and what each item costs and looks like. */
  void furnish(List<DemoHouse.DemoItem> items) {
    house.settingUp(false);
    house.change(
        new House.Entry(
            0,
            "Kittiwake Chandlery",
            "1 Quay Street",
            "Kittiwake",
            "orders@kittiwake.example",
            "EUR",
            null,
            null,
            null,
            null,
            null));
    house.logo(logo());
    Map<String, byte[]> drawings = new HashMap<>();
    for (DemoHouse.DemoItem item : items) {
      String prefix = item.range().prefix();
      long id = item.card().id();
      costs.set(DemoHouse.EVERYWHERE, id, cost(item.range()), "Price list");
      pictures.draw(
          id,
          new Picture("image/svg+xml", drawings.computeIfAbsent(prefix, DemoTransfers::drawing)));
    }
  }

  /** What one of a range costs, more or less. */
  static UnitCost cost(Range range) {
    return new UnitCost(new BigDecimal(COSTS.getOrDefault(range.prefix(), "4.60")));
  }

  private static byte[] drawing(String prefix) {
    String folder = "/demo/pictures/";
    try (InputStream own = DemoTransfers.class.getResourceAsStream(folder + prefix + ".svg");
        InputStream other = DemoTransfers.class.getResourceAsStream(folder + "OTHER.svg")) {
      return (own == null ? other : own).readAllBytes();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** A bird over a wave, as cut out of card. */
  private static byte[] logo() {
    BufferedImage image = new BufferedImage(400, 400, BufferedImage.TYPE_INT_RGB);
    Graphics2D pen = image.createGraphics();
    pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    pen.setColor(Color.WHITE);
    pen.fillRect(0, 0, 400, 400);
    pen.setColor(new Color(0x23, 0x1F, 0x1A));
    pen.fillOval(10, 10, 380, 380);
    pen.setColor(new Color(0xC9, 0xA4, 0x6B));
    pen.setStroke(new BasicStroke(30, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    Path2D bird = new Path2D.Double();
    bird.moveTo(80, 170);
    bird.quadTo(150, 90, 200, 190);
    bird.quadTo(250, 90, 320, 170);
    pen.draw(bird);
    for (int row = 0; row < 2; row++) {
      Path2D wave = new Path2D.Double();
      wave.moveTo(90, 260 + 50 * row);
      wave.quadTo(145, 220 + 50 * row, 200, 260 + 50 * row);
      wave.quadTo(255, 300 + 50 * row, 310, 260 + 50 * row);
      pen.draw(wave);
    }
    pen.dispose();
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, "png", png);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    return png.toByteArray();
  }

  private static final Quantity CARTON = Quantity.of(48);

  private record Wanted(String item, int packs, String pack) {}

  private static Wanted wanted(String item, int packs, String pack) {
    return new Wanted(item, packs, pack);
  }

  void write(
      DemoHouse.DemoSite quay,
      DemoHouse.DemoSite holm,
      DemoHouse.DemoSite pontoon,
      DemoHouse.DemoSite tern,
      Actor clerk,
      Actor hand,
      LocalDate today) {
    long kq = quay.card().id();
    long oh = holm.card().id();
    long ps = pontoon.card().id();
    long wt = tern.card().id();
    // Come and gone.
    long done = plan(kq, ps, today.minusDays(2), clerk, wanted("PRV-002", 1, "carton"));
    send(done, clerk);
    arriving.arrive(command(clerk), done, new TransferViews.ArrivalEntry(List.of(), null));
    // Late on the road.
    send(
        plan(
            kq,
            ps,
            today.minusDays(1),
            clerk,
            wanted("FLR-002", 2, "box"),
            wanted("SHK-003", 3, "box"),
            wanted("BCN-003", 2, "")),
        clerk);
    // Arrived, one case short.
    long missing =
        plan(kq, oh, today, clerk, wanted("PRV-005", 2, "carton"), wanted("RIG-006", 2, "box"));
    send(missing, clerk);
    arriveShort(missing, hand);
    // To be picked; there is not so much of one thing.
    long released =
        plan(
            kq,
            wt,
            today.plusDays(1),
            clerk,
            wanted("RPE-003", 60, ""),
            wanted("FLR-001", 1, "box"),
            wanted("BCN-002", 16, ""),
            wanted("SHK-005", 2, "box"));
    planning.release(released, clerk);
    plan(
        oh, kq, today.plusDays(5), clerk, wanted("RIG-002", 1, "box"), wanted("SHK-010", 2, "box"));
    plan(kq, ps, today.plusDays(3), clerk, wanted("PRV-003", 1, "carton"));
  }

  private long plan(long from, long to, LocalDate when, Actor clerk, Wanted... wanted) {
    List<TransferViews.LineEntry> lines = new ArrayList<>();
    for (Wanted one : wanted) {
      lines.add(
          new TransferViews.LineEntry(
              one.item(), Quantity.of(one.packs()), one.pack(), null, null));
    }
    return planning.add(
        new TransferViews.Entry(null, null, from, to, when, false, "", lines), clerk);
  }

  private void send(long id, Actor clerk) {
    planning.release(id, clerk);
    sending.pickAll(command(clerk), id);
    sending.send(command(clerk), id, TransferViews.Rest.STAYS);
  }

  /** All but the last case of the first thing has come. */
  private void arriveShort(long id, Actor hand) {
    List<TransferViews.ArrivingLine> lines = new ArrayList<>();
    for (TransferViews.Goods goods : transfers.card(id, DemoHouse.EVERYWHERE).goods()) {
      // One of its two cartons is missing.
      Quantity less = lines.isEmpty() ? CARTON : Quantity.ZERO;
      Quantity came = goods.sent().minus(less);
      if (came.isPositive()) {
        lines.add(new TransferViews.ArrivingLine(goods.id(), came, null));
      }
    }
    arriving.arrive(command(hand), id, new TransferViews.ArrivalEntry(lines, null));
  }

  private static Command command(Actor actor) {
    return new Command(UUID.randomUUID(), actor, "handheld 2");
  }
}
