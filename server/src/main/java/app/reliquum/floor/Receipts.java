package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.Told;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.core.fulfilment.Arrival;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.sentence.Dialogue;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.MoveFacts;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Receive;
import app.reliquum.core.sentence.ReceiveSentence;
import app.reliquum.core.sentence.Step;
import app.reliquum.core.sentence.Verb;
import app.reliquum.floor.FloorView.Outcome;
import app.reliquum.inbound.InboundColumn;
import app.reliquum.inbound.InboundOrders;
import app.reliquum.inbound.InboundViews;
import app.reliquum.inbound.ReceivingGoods;
import app.reliquum.places.Places;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Goods come in. */
@Component
class Receipts implements FloorVerb {
  private static final int MOST_ORDERS = 8;
  private final SentenceTable table;
  private final StoredFacts.House house;
  private final Moves moves;
  private final ReceivingGoods receivingGoods;

  Receipts(
      SentenceTable table, StoredFacts.House house, Moves moves, ReceivingGoods receivingGoods) {
    this.receivingGoods = receivingGoods;
    this.table = table;
    this.house = house;
    this.moves = moves;
  }

  @Override
  public Set<Verb> verbs() {
    return Set.of(Verb.RECEIVE);
  }

  @Override
  public Conversation<ReceiveSentence> open(Actor actor, Verb verb, long site, boolean locked) {
    return new Receiving(actor, table.open(actor.id(), verb, site, locked));
  }

  @SuppressWarnings("NullAway.Init") // fetch() fills in the facts before anyone asks for them
  private final class Receiving extends Conversation<ReceiveSentence> {
    private StoredReceiveFacts facts;
    private List<InboundViews.Row> orders = List.of();

    Receiving(Actor actor, OpenSentence said) {
      super(table, actor, Verb.RECEIVE, said);
    }

    @Override
    Dialogue<ReceiveSentence> fetch() {
      long order = said().about();
      facts =
          new StoredReceiveFacts(
              said().site(),
              house,
              order == 0
                  ? null
                  : house
                      .orders()
                      .expected(order)
                      .filter(one -> one.site() == said().site())
                      .orElse(null));
      return new Receive(facts);
    }

    @Override
    StoredReceiveFacts facts() {
      dialogue();
      return facts;
    }

    /** What was said of another order is wiped. */
    @Override
    void take(Command command, long order) {
      if (order != 0) {
        InboundOrders.Expected expected =
            house.orders().expected(order).orElseThrow(() -> Problem.missing("order", order));
        if (expected.site() != said().site()) {
          throw Problem.refused(
              "other-site", "{0} is expected at another site.", expected.number());
        }
        if (expected.state() == Arrival.State.CLOSED) {
          throw Problem.refused(
              "closed", "{0} is closed. Choose another order.", expected.number());
        }
      }
      boolean other = said().about() != 0 && said().about() != order;
      keep((other ? said().with(List.of()) : said()).about(order));
    }

    /** What is scanned finds the order that expects it; words may be a supplier's name. */
    @Override
    FloorView.Sentence find(Command command, Step.Find<ReceiveSentence> find, @Nullable Scan scan) {
      Optional<Long> named = named(find.order());
      if (named.isPresent()) {
        keep(said().about(named.get()));
        return go(command, dialogue().fit(said(), scan), scan);
      }
      boolean goods = find.item() != 0;
      ListQuery<InboundColumn> here =
          ListQuery.<InboundColumn>first(MOST_ORDERS).is(InboundColumn.SITE, said().site());
      Page<InboundViews.Row> open =
          house
              .orders()
              .page(
                  InboundViews.Filter.OPEN,
                  goods ? here.is(InboundColumn.ITEM, find.item()) : here.words(find.words()),
                  actor());
      if (open.total() > 1) {
        orders = open.rows();
        return view(Outcome.CHOOSE);
      }
      if (goods && open.total() == 0) {
        return refused(new Misfit.NotExpected(find.item()));
      }
      if (!goods && open.total() == 1) {
        return choose(command, open.rows().get(0).id());
      }
      if (goods) {
        keep(said().about(open.rows().get(0).id()));
      }
      return go(command, dialogue().fit(said(), scan), scan);
    }

    /** The order that a label names, if it is expected here. */
    private Optional<Long> named(String number) {
      return number.isEmpty()
          ? Optional.empty()
          : house
              .orders()
              .withNumber(number)
              .flatMap(house.orders()::expected)
              .filter(order -> order.site() == said().site())
              .filter(order -> order.state() != Arrival.State.CLOSED)
              .map(InboundOrders.Expected::id);
    }

    /** The pallet that has just come is put away: it, and the bin, are all that is said. */
    @Override
    FloorView.Sentence aside(
        Command command, Step.Aside<ReceiveSentence> aside, @Nullable Scan scan) {
      long site = said().site();
      Conversation<MoveSentence> away = moves.open(actor(), aside.verb(), site, true);
      OpenSentence pallet = OpenSentence.nothing(site).with(aside.evidence());
      FloorView.Sentence moved = away.go(command, away.dialogue().scan(pallet, scan), scan);
      if (moved.outcome != Outcome.DONE) {
        return refused(
            moved.refusal != null
                ? moved.refusal
                : new Told(
                    "does-not-fit", Map.of("against", moved.warning == null ? "" : moved.warning)));
      }
      keep(said().done(said().evidence(), List.of()));
      done(moved.done);
      return view(Outcome.DONE);
    }

    @Override
    Evidence evidence(FloorView.Saying saying) {
      if (saying.kind() != FloorView.Saying.Kind.NEW_LOT) {
        return super.evidence(saying);
      }
      long item =
          sentence()
              .item()
              .filled()
              .orElseThrow(() -> Problem.invalid("kind", "Which item? Scan it first."));
      return new Evidence.LotCode(item, house.lotsAndSerials().nextLot(item, facts().today()));
    }

    @Override
    List<Evidence> carryOut(Command command, ReceiveSentence sentence) {
      long item = sentence.item().filled().orElseThrow();
      Quantity quantity = sentence.quantity().filled().orElseThrow();
      long place = sentence.place().filled().orElseThrow();
      Map<String, Object> told =
          names().goods(quantity, item, sentence.lot().filled().orElse(""), "");
      told.put("place", names().bin(place));
      ReceivingGoods.Received received =
          receivingGoods.receive(
              command,
              said().about(),
              new ReceivingGoods.Arriving(
                  item,
                  sentence.lot().filled().orElse(null),
                  LotDates.expiring(sentence.expiry().filled().orElse(null)).with(sentence.dates()),
                  sentence.serials(),
                  quantity,
                  place,
                  sentence.condition(),
                  sentence.load(),
                  true));
      long load = received.unitLoad();
      PositionKey goods = new PositionKey(item, place, 0, 0, load, received.condition());
      done(
          new FloorView.Done(
              received.posting(),
              List.of(new Told("done", told)),
              load == 0 ? null : load,
              suggested(goods, quantity)));
      return load == 0 ? List.of() : List.of(new Evidence.UnitLoad(load));
    }

    /** Where what was received would be put next. */
    private @Nullable String suggested(PositionKey goods, Quantity quantity) {
      boolean stays =
          !facts.docks().contains(goods.place())
              || goods.condition() == Condition.ON_HOLD
              || facts.bin(goods.place()).implied();
      return stays
          ? null
          : facts
              .planned(goods, quantity)
              .map(MoveFacts.Target::place)
              .map(place -> facts.bin(place).address())
              .orElse(null);
    }

    private List<FloorView.OrderLine> lines(InboundOrders.Expected order) {
      Map<Long, Places.Home> homes =
          house
              .places()
              .homes(
                  order.lines().stream()
                      .map(InboundOrders.ExpectedLine::item)
                      .collect(Collectors.toSet()),
                  said().site());
      return order.lines().stream()
          .map(line -> line(line, homes.getOrDefault(line.item(), Places.Home.NONE)))
          .toList();
    }

    private static FloorView.OrderLine line(InboundOrders.ExpectedLine line, Places.Home home) {
      return new FloorView.OrderLine(
          line.line().line(),
          line.item(),
          line.code(),
          line.name(),
          line.symbol(),
          line.line().origin(),
          line.line().quantity(),
          line.line().received(),
          line.line().open(),
          home.address(),
          home.shelfNote());
    }

    @Override
    void draw(SentenceDraft draft, ReceiveSentence sentence) {
      draft.goods(sentence.item(), sentence.quantity());
      if (sentence.needsLot()) {
        draft.view.lot =
            SentenceDraft.newLot(sentence.lot(), sentence.expiry().filled().orElse(null));
        draft.view.expiry =
            new FloorView.Day(
                FloorView.State.of(sentence.expiry()),
                SentenceDraft.why(sentence.expiry()),
                sentence.expiry().filled().orElse(null));
      }
      draft.view.needsExpiry = sentence.needsExpiry();
      draft.view.needsSerials = sentence.needsSerials();
      draft.view.serials = sentence.serials();
      draft.view.place = draft.place(sentence.place());
      draft.view.condition = sentence.condition();
      draft.view.incoming = sentence.load();
      InboundOrders.Expected order = facts.order();
      draft.view.receiving =
          new FloorView.Receiving(
              facts.flow(),
              order == null
                  ? null
                  : new FloorView.Order(
                      order.id(),
                      order.number(),
                      order.kind(),
                      order.state(),
                      order.supplier(),
                      order.reason()),
              order == null ? List.of() : lines(order),
              orders,
              sentence.expected(),
              sentence.beyond(),
              sentence.agreed());
    }
  }
}
