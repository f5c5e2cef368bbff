package app.reliquum.demo;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.ItemSetup;
import app.reliquum.connections.Carriers;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.Tracking;
import app.reliquum.core.quantity.UnitOfMeasure;
import app.reliquum.core.removal.Rule;
import app.reliquum.core.removal.SortKey;
import app.reliquum.demo.DemoHouse.DemoItem;
import app.reliquum.demo.DemoHouse.DemoSite;
import app.reliquum.outbound.Accepting;
import app.reliquum.outbound.Customers;
import app.reliquum.outbound.HandingOver;
import app.reliquum.outbound.Kits;
import app.reliquum.outbound.OutboundOrders;
import app.reliquum.outbound.OutboundViews;
import app.reliquum.outbound.Packing;
import app.reliquum.outbound.PickRounds;
import app.reliquum.outbound.Picking;
import app.reliquum.removal.RemovalRules;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.UnitLoads;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What leaves the chandlery: customers, removal rules, and orders at every step of their way. */
@Component
class DemoOutbound {

  /** So much more is asked for than there is. */
  private static final int MISSING = 6;

  private static final BigDecimal MARKUP = new BigDecimal("1.55");

  private final Customers customers;
  private final RemovalRules rules;
  private final Kits kits;
  private final Accepting accepting;
  private final Picking picking;
  private final PickRounds rounds;
  private final Packing packing;
  private final Carriers carriers;
  private final HandingOver handingOver;
  private final OutboundOrders orders;
  private final UnitLoads loads;
  private final OnHand onHand;
  private final Catalog catalog;
  private final ItemSetup itemSetup;

  DemoOutbound(
      Customers customers,
      RemovalRules rules,
      Kits kits,
      Accepting accepting,
      Picking picking,
      PickRounds rounds,
      Packing packing,
      Carriers carriers,
      HandingOver handingOver,
      OutboundOrders orders,
      UnitLoads loads,
      OnHand onHand,
      Catalog catalog,
      ItemSetup itemSetup) {
    this.itemSetup = itemSetup;
    this.customers = customers;
    this.rules = rules;
    this.kits = kits;
    this.accepting = accepting;
    this.picking = picking;
    this.rounds = rounds;
    this.packing = packing;
    this.carriers = carriers;
    this.handingOver = handingOver;
    this.orders = orders;
    this.loads = loads;
    this.onHand = onHand;
    this.catalog = catalog;
  }

  private static Command command(Actor who) {
    return new Command(UUID.randomUUID(), who, "");
  }

  /** Those who buy. */
  List<Long> customers() {
    return List.of(
        customer("SKERRY", "Skerry Fishing Boats", "Skerry Harbour", 90, false),
        customer("LANTERN", "Lantern Bay Sailing School", "Lantern Bay", 0, false),
        customer("PUFFIN", "Puffin Ferries", "North Pier", 0, true),
        customer("GANNET", "Gannet Boatyard", "Kittiwake", 0, false),
        customer("DULSE", "Dulse and Daughters", "Outer Holm", 30, false));
  }

  /** Writes it all, relative to today. */
  void write(
      List<DemoItem> items,
      DemoSite quay,
      Actor controller,
      Actor clerk,
      Actor hand,
      Random random,
      LocalDate today) {
    rules(quay, controller);
    // Those that nobody else in the demo house needs.
    List<DemoItem> goods =
        items.stream()
            .filter(item -> !DemoHouse.bySerial(item))
            .filter(item -> Integer.parseInt(item.card().code().substring(4)) > 6)
            .filter(item -> there(item, quay) >= 30)
            .toList();
    Writing writing = new Writing(goods, quay, clerk, random, today);
    for (String customer : List.of("SKERRY", "GANNET", "LANTERN", "DULSE", "GANNET")) {
      long order = writing.order(customer, -3, 3, 6, true);
      gone(order, hand);
    }
    packed(writing.order("PUFFIN", 0, 2, 5, true), hand);
    writing.order("DULSE", -2, 3, 8, true);
    writing.order("SKERRY", 1, 4, 6, true);
    writing.order("GANNET", 2, 2, 12, true);
    writing.order("PUFFIN", 9, 2, 4, false);
    writing.shortOrder("LANTERN", -1);
    writing.shortOrder("GANNET", 4);
    long first = writing.order("LANTERN", 0, 3, 4, true);
    long second = writing.order("SKERRY", 1, 2, 3, true);
    walk(quay, hand, first, second);
    job(quay, goods, clerk, today);
    writing.moreThanThere("GANNET", 9, "RPE-010");
  }

  private double there(DemoItem item, DemoSite quay) {
    return onHand.available(item.card().id(), quay.card().id()).amount().doubleValue();
  }

  private long customer(String code, String name, String town, int life, boolean oneLot) {
    return customers
        .add(
            new Customers.Entry(
                null, code, name, "", "Harbour Road", town, "", life, oneLot, true, null))
        .id();
  }

  private void rules(DemoSite quay, Actor controller) {
    long site = quay.card().id();
    rule(
        controller,
        "Flares and signals",
        site,
        30,
        Rule.Substitutes.ANY_THAT_FITS,
        SortKey.EARLIEST_EXPIRY,
        SortKey.SHORTEST_WALK);
    rule(
        controller,
        "Paint and resin",
        0,
        0,
        Rule.Substitutes.SAME_LOT,
        SortKey.EARLIEST_EXPIRY,
        SortKey.OLDEST);
    rule(
        controller,
        "Rope",
        site,
        0,
        Rule.Substitutes.ANY_THAT_FITS,
        SortKey.SMALLEST,
        SortKey.SHORTEST_WALK);
    rule(
        controller,
        "Rigging",
        site,
        0,
        Rule.Substitutes.ANY_THAT_FITS,
        SortKey.FULL_PACKS,
        SortKey.SHORTEST_WALK);
  }

  private void rule(
      Actor controller,
      String category,
      long site,
      int life,
      Rule.Substitutes substitutes,
      SortKey... keys) {
    rules.add(
        new RemovalRules.Entry(
            null,
            null,
            category,
            null,
            site == 0 ? null : site,
            List.of(keys),
            life,
            false,
            false,
            substitutes),
        controller);
  }

  /** Writes orders of goods that there are, each order of others. */
  private final class Writing {
    private final List<DemoItem> goods;
    private final DemoSite quay;
    private final Actor clerk;
    private final Random random;
    private final LocalDate today;
    private int next;

    Writing(List<DemoItem> goods, DemoSite quay, Actor clerk, Random random, LocalDate today) {
      this.goods = goods;
      this.quay = quay;
      this.clerk = clerk;
      this.random = random;
      this.today = today;
    }

    /** Something of which more is coming from its supplier. */
    void moreThanThere(String customer, int inDays, String item) {
      long id = catalog.withCode(item).orElseThrow().id();
      Quantity more = onHand.available(id, quay.card().id()).plus(Quantity.of(MISSING));
      write(
          customer,
          inDays,
          List.of(new OutboundViews.LineEntry(item, more, "", null, null, null, null)),
          true);
    }

    long order(String customer, int inDays, int lines, int about, boolean allocate) {
      List<OutboundViews.LineEntry> entries = new ArrayList<>();
      for (int i = 0; i < lines; i++) {
        DemoItem item = goods.get((next++ * 11 + 3) % goods.size());
        int quantity = 2 + random.nextInt(about);
        entries.add(line(item, quantity));
      }
      return write(customer, inDays, entries, allocate);
    }

    /** One line of it asks for more than there is. */
    long shortOrder(String customer, int inDays) {
      DemoItem plenty = goods.get((next++ * 11 + 3) % goods.size());
      DemoItem few = goods.get((next++ * 11 + 3) % goods.size());
      return write(
          customer, inDays, List.of(line(plenty, 3), line(few, (int) there(few, quay) + 14)), true);
    }

    private OutboundViews.LineEntry line(DemoItem item, int quantity) {
      BigDecimal price =
          DemoTransfers.cost(item.range())
              .amount()
              .multiply(MARKUP)
              .setScale(2, RoundingMode.HALF_UP);
      return new OutboundViews.LineEntry(
          item.card().code(), Quantity.of(quantity), "", null, price, null, null);
    }

    private long write(
        String customer, int inDays, List<OutboundViews.LineEntry> lines, boolean allocate) {
      return accepting.add(
          new OutboundViews.Entry(
              null,
              null,
              customer,
              quay.card().id(),
              today.plusDays(inDays),
              "PO " + (4100 + random.nextInt(800)),
              "",
              allocate,
              lines),
          clerk);
    }
  }

  private void gone(long order, Actor hand) {
    picking.pickAll(command(hand), order);
    packing.packAll(command(hand), order);
    handingOver.handOver(command(hand), order, "Harbour van");
  }

  /** In two unit loads, the first weighed and taken on by the carrier. */
  private void packed(long order, Actor hand) {
    picking.pickAll(command(hand), order);
    OutboundViews.Card card = orders.card(order, hand);
    long first = packing.begin(command(hand), order).id();
    packing.pack(command(hand), order, card.kept().get(0).id(), null, first);
    packing.packAll(command(hand), order);
    packing.weigh(command(hand), order, first, new BigDecimal("6.350"), null);
    packing.carry(command(hand), order, first, carriers.all().get(0).id(), "ECONOMY");
  }

  private void walk(DemoSite quay, Actor hand, long first, long second) {
    loads.addTrolley("TOTE-1", "Grey tote");
    loads.addTrolley("TOTE-2", "Blue tote");
    rounds.begin(
        command(hand),
        new PickRounds.Entry(
            quay.card().id(),
            List.of(
                new PickRounds.OrderEntry(first, "TOTE-1"),
                new PickRounds.OrderEntry(second, "TOTE-2"))));
  }

  private void job(DemoSite quay, List<DemoItem> goods, Actor clerk, LocalDate today) {
    Catalog.ItemCard bag =
        itemSetup.add(
            new ItemSetup.ItemEntry(
                null,
                "KIT-001",
                "Grab bag, coastal",
                "Safety",
                UnitOfMeasure.PIECE,
                0,
                Tracking.NONE,
                null,
                "",
                "",
                null,
                null,
                true,
                List.of(),
                List.of(),
                List.of()));
    List<Kits.ComponentEntry> parts = new ArrayList<>();
    for (String prefix : List.of("FLR", "LJC", "PRV")) {
      goods.stream()
          .filter(item -> item.range().prefix().equals(prefix))
          .findFirst()
          .ifPresent(
              item -> parts.add(new Kits.ComponentEntry(item.card().code(), Quantity.of(2))));
    }
    kits.write(bag.id(), new Kits.Entry(parts));
    accepting.addJob(
        new OutboundViews.JobEntry(
            null,
            "KIT-001",
            Quantity.of(4),
            quay.card().id(),
            today.plusDays(3),
            "For the spring fair",
            true),
        clerk);
  }
}
