package app.reliquum.tracing;

import app.reliquum.api.Actor;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.trace.Trace;
import app.reliquum.core.trace.TraceFlow;
import app.reliquum.core.trace.TracedGoods;
import app.reliquum.core.trace.TracedPart;
import app.reliquum.stock.UnitLoads;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Names everything in a trace: goods, places, documents, and who is on the other side of them. */
@Service
class TraceNames {

  private static final int AT_ONCE = 1_000;

  private final JdbcClient jdbc;
  private final Catalog catalog;
  private final LotsAndSerials lotsAndSerials;
  private final UnitLoads loads;
  private final TraceParties parties;

  TraceNames(
      JdbcClient jdbc,
      Catalog catalog,
      LotsAndSerials lotsAndSerials,
      UnitLoads loads,
      TraceParties parties) {
    this.jdbc = jdbc;
    this.catalog = catalog;
    this.lotsAndSerials = lotsAndSerials;
    this.loads = loads;
    this.parties = parties;
  }

  /** A trace as it is answered. */
  Traced.Answer answer(Trace trace, TracedLedger ledger, Actor actor) {
    return new Naming(trace, ledger, actor).answer();
  }

  /** The names of one trace: each thing is asked for once, with all of its kind. */
  private final class Naming {

    private final Trace trace;
    private final TracedLedger ledger;
    private final Actor actor;
    private final Map<Long, Catalog.Measured> items;
    private final Map<Long, LotsAndSerials.LotCard> lots;
    private final Map<Long, String> serials;
    private final Map<Long, String> unitLoads;
    private final Map<TracedGoods, Integer> numbers = new HashMap<>();

    Naming(Trace trace, TracedLedger ledger, Actor actor) {
      this.trace = trace;
      this.ledger = ledger;
      this.actor = actor;
      Set<Goods> goods = new HashSet<>();
      Set<Long> loadIds = new HashSet<>();
      Set<Long> itemIds = new HashSet<>();
      Set<Long> lotIds = new HashSet<>();
      Set<Long> serialIds = new HashSet<>();
      for (TracedPart part : trace.parts()) {
        numbers.put(part.goods(), numbers.size());
        itemIds.add(part.goods().item());
        lotIds.add(part.goods().lot());
        serialIds.add(part.goods().serial());
        part.lines()
            .forEach(
                line -> {
                  goods.add(line.goods());
                  loadIds.add(line.from().spot().unitLoad());
                  loadIds.add(line.to().spot().unitLoad());
                });
        part.positions()
            .keySet()
            .forEach(
                key -> {
                  goods.add(key.goods());
                  loadIds.add(key.unitLoad());
                });
        part.balance()
            .differences()
            .forEach(difference -> loadIds.add(difference.key().unitLoad()));
      }
      trace
          .jobs()
          .forEach(
              job -> {
                goods.addAll(job.used().keySet());
                goods.addAll(job.made().keySet());
              });
      goods.forEach(
          one -> {
            itemIds.add(one.item());
            lotIds.add(one.lot());
            serialIds.add(one.serial());
          });
      this.items =
          catalog.measured(itemIds).stream()
              .collect(Collectors.toMap(Catalog.Measured::id, Function.identity()));
      this.lots =
          inParts(lotIds, lotsAndSerials::lots).stream()
              .collect(Collectors.toMap(LotsAndSerials.LotCard::id, Function.identity()));
      serialIds.remove(0L);
      this.serials = new HashMap<>();
      inParts(serialIds, some -> List.of(lotsAndSerials.serialCodes(some)))
          .forEach(serials::putAll);
      this.unitLoads =
          inParts(loadIds, loads::cards).stream()
              .collect(Collectors.toMap(UnitLoads.Card::id, UnitLoads.Card::code));
    }

    private static <T> List<T> inParts(
        Set<Long> ids, Function<Collection<Long>, List<T>> question) {
      List<Long> wanted = ids.stream().filter(id -> id > 0).sorted().toList();
      List<T> all = new ArrayList<>();
      for (int from = 0; from < wanted.size(); from += AT_ONCE) {
        all.addAll(question.apply(wanted.subList(from, Math.min(wanted.size(), from + AT_ONCE))));
      }
      return all;
    }

    Traced.Answer answer() {
      Map<String, Traced.Party> known =
          parties.of(
              trace.parts().stream()
                  .flatMap(part -> part.flows().stream())
                  .map(TraceFlow::document)
                  .filter(number -> !number.isEmpty())
                  .collect(Collectors.toSet()));
      return new Traced.Answer(
          trace.parts().stream().map(this::part).toList(),
          trace.jobs().stream()
              .map(job -> new Traced.Step(job.document(), amounts(job.used()), amounts(job.made())))
              .toList(),
          sides(known, true),
          sides(known, false),
          lines(),
          places(),
          trace.complete());
    }

    private Traced.Part part(TracedPart part) {
      return new Traced.Part(
          part.role(),
          goods(new Goods(part.goods().item(), part.goods().lot(), part.goods().serial())),
          part.positions().entrySet().stream()
              .map(
                  one ->
                      new Traced.Position(
                          one.getKey().place(),
                          load(one.getKey()),
                          part.goods().serial() > 0 ? null : serials.get(one.getKey().serial()),
                          one.getKey().condition(),
                          one.getValue()))
              .toList(),
          balance(part));
    }

    private @Nullable String load(PositionKey key) {
      return unitLoads.get(key.unitLoad());
    }

    private Traced.Balance balance(TracedPart part) {
      return new Traced.Balance(
          sums(part, TraceFlow::in),
          sums(part, TraceFlow::out),
          part.balance().in(),
          part.balance().out(),
          part.balance().held(),
          part.balance().missing(),
          part.balance().differences().stream()
              .map(
                  one ->
                      new Traced.Difference(
                          one.key().place(),
                          load(one.key()),
                          one.key().condition(),
                          one.kept(),
                          one.recomputed()))
              .toList());
    }

    private static List<Traced.Sum> sums(TracedPart part, Function<TraceFlow, Quantity> quantity) {
      Map<PlaceKind, Quantity> sums = new EnumMap<>(PlaceKind.class);
      part.flows()
          .forEach(flow -> sums.merge(flow.outside(), quantity.apply(flow), Quantity::plus));
      return sums.entrySet().stream()
          .filter(one -> !one.getValue().isZero())
          .map(one -> new Traced.Sum(one.getKey(), one.getValue()))
          .toList();
    }

    private Traced.Goods goods(Goods goods) {
      Catalog.Measured item = Objects.requireNonNull(items.get(goods.item()));
      LotsAndSerials.LotCard lot = lots.get(goods.lot());
      return new Traced.Goods(
          goods.item(),
          item.code(),
          item.name(),
          item.unit().symbol(),
          lot == null ? null : lot.id(),
          lot == null ? null : lot.code(),
          lot == null ? null : lot.expiry(),
          goods.serial() == 0 ? null : goods.serial(),
          serials.get(goods.serial()));
    }

    private List<Traced.Amount> amounts(Map<Goods, Quantity> amounts) {
      return amounts.entrySet().stream()
          .map(
              one -> new Traced.Amount(goods(one.getKey()), one.getValue(), numberOf(one.getKey())))
          .toList();
    }

    /** Which part some goods are: the piece, else the lot that it is of. */
    private @Nullable Integer numberOf(Goods goods) {
      return Stream.of(
              new Goods(goods.item(), 0, goods.serial()), new Goods(goods.item(), goods.lot(), 0))
          .flatMap(one -> TracedGoods.of(one).stream())
          .map(numbers::get)
          .filter(number -> number != null)
          .findFirst()
          .orElse(null);
    }

    private int number(TracedGoods goods) {
      return Objects.requireNonNull(numbers.get(goods));
    }

    private List<Traced.Side> sides(Map<String, Traced.Party> known, boolean holding) {
      record Key(PlaceKind place, Traced.@Nullable Party party, int part) {}
      Map<Key, List<TraceFlow>> flows = new LinkedHashMap<>();
      for (TracedPart part : trace.parts()) {
        if (part.role() == (holding ? TracedPart.Role.COMPONENT : TracedPart.Role.PRODUCT)) {
          continue;
        }
        for (TraceFlow flow : part.flows()) {
          if (isOrigin(flow.outside()) == holding) {
            continue;
          }
          flows
              .computeIfAbsent(
                  new Key(flow.outside(), known.get(flow.document()), number(part.goods())),
                  none -> new ArrayList<>())
              .add(flow);
        }
      }
      return flows.entrySet().stream()
          .map(
              one ->
                  side(
                      one.getKey().place(),
                      one.getKey().party(),
                      one.getKey().part(),
                      one.getValue(),
                      holding))
          .toList();
    }

    /** Goods come from there; from everywhere else they only come back. */
    private static boolean isOrigin(PlaceKind outside) {
      return outside == PlaceKind.SUPPLIER || outside == PlaceKind.OPENING;
    }

    private static Traced.Side side(
        PlaceKind place,
        Traced.@Nullable Party party,
        int part,
        List<TraceFlow> flows,
        boolean holding) {
      Quantity in = flows.stream().map(TraceFlow::in).reduce(Quantity.ZERO, Quantity::plus);
      Quantity out = flows.stream().map(TraceFlow::out).reduce(Quantity.ZERO, Quantity::plus);
      return new Traced.Side(
          place,
          party,
          part,
          holding ? out.minus(in) : in.minus(out),
          holding ? in : out,
          flows.stream().map(TraceFlow::document).filter(one -> !one.isEmpty()).distinct().toList(),
          flows.stream().map(TraceFlow::first).min(Instant::compareTo).orElseThrow(),
          flows.stream().map(TraceFlow::last).max(Instant::compareTo).orElseThrow());
    }

    private List<Traced.Movement> lines() {
      List<Traced.Movement> lines = new ArrayList<>();
      for (TracedPart part : trace.parts()) {
        int number = number(part.goods());
        part.lines()
            .forEach(
                line -> {
                  TracedLedger.Head head = ledger.head(line.posting());
                  lines.add(
                      new Traced.Movement(
                          number,
                          line.posting(),
                          line.line(),
                          head.kind(),
                          line.effective(),
                          line.document().isEmpty() ? null : line.document(),
                          head.person(),
                          head.reverses(),
                          line.from().spot().place(),
                          unitLoads.get(line.from().spot().unitLoad()),
                          line.from().spot().condition(),
                          line.to().spot().place(),
                          unitLoads.get(line.to().spot().unitLoad()),
                          line.to().spot().condition(),
                          part.goods().serial() > 0 ? null : serials.get(line.goods().serial()),
                          line.quantity()));
                });
      }
      return lines;
    }

    private List<Traced.Place> places() {
      Set<Long> ids = new HashSet<>();
      for (TracedPart part : trace.parts()) {
        part.lines()
            .forEach(
                line -> {
                  ids.add(line.from().spot().place());
                  ids.add(line.to().spot().place());
                });
        part.positions().keySet().forEach(key -> ids.add(key.place()));
        part.balance().differences().forEach(difference -> ids.add(difference.key().place()));
      }
      return inParts(
          ids,
          some ->
              jdbc.sql(
                      "select p.id, p.kind, p.address, s.id site_id, s.name site from place p left"
                          + " join site s on s.id = p.site_id where p.id in (:ids) order by"
                          + " s.name, p.walk, p.address")
                  .param("ids", some)
                  .query(
                      (row, n) -> {
                        PlaceKind kind = PlaceKind.valueOf(row.getString("kind"));
                        long site = row.getLong("site_id");
                        return new Traced.Place(
                            row.getLong("id"),
                            kind,
                            row.getString("address"),
                            site == 0 ? null : site,
                            row.getString("site"),
                            kind.ours() && actor.worksAt(site));
                      })
                  .list());
    }
  }
}
