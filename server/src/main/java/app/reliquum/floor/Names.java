package app.reliquum.floor;

import app.reliquum.adjusting.Loans;
import app.reliquum.api.Told;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.quantity.LotDates;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.quantity.QuantityException;
import app.reliquum.core.scan.LabelFault;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.floor.FloorView.Hit.Kind;
import app.reliquum.places.Places;
import java.lang.reflect.RecordComponent;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What core speaks of by numbers, as people call it. Nothing is put into words here: what is told
 * has a type and values, and the web says it in the language of whoever reads.
 */
class Names {
  private static final int MOST_PLACES_NAMED = 4;
  private final StoredFacts facts;

  Names(StoredFacts facts) {
    this.facts = facts;
  }

  /** A misfit: its type is its name, and its values are its parts. */
  Told told(Misfit misfit) {
    Map<String, Object> values = new LinkedHashMap<>();
    for (RecordComponent part : misfit.getClass().getRecordComponents()) {
      put(values, part.getName(), read(part, misfit));
    }
    if (misfit instanceof Misfit.OtherSite other) {
      Places.LedgerPlace bin = facts.bin(other.place());
      values.put("site", bin.siteName());
      values.put("siteId", bin.site());
      values.put("scan", "RB." + bin.siteCode() + "." + bin.address());
    }
    return new Told(Told.type(misfit.getClass()), values);
  }

  private static Object read(RecordComponent part, Misfit misfit) {
    try {
      return part.getAccessor().invoke(misfit);
    } catch (ReflectiveOperationException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  private void put(Map<String, Object> values, String name, Object value) {
    if (value instanceof Long id) {
      values.put(name, named(name.toLowerCase(Locale.ROOT), id));
    } else if (value instanceof List<?> list) {
      values.put(
          name,
          list.stream()
              .limit(
                  list.isEmpty() || list.get(0) instanceof Long ? MOST_PLACES_NAMED : list.size())
              .map(one -> one instanceof Long place ? bin(place) : one.toString())
              .toList());
      values.put("more", Math.max(0, list.size() - MOST_PLACES_NAMED));
    } else if (value instanceof QuantityException wrong) {
      boolean whole =
          wrong.fault() == QuantityException.Fault.TOO_MANY_DECIMALS && wrong.limit() == 0;
      values.put(name, whole ? "NOT_WHOLE" : wrong.fault().name());
      values.put("given", wrong.given());
      values.put("limit", wrong.limit());
    } else if (value instanceof LabelFault fault) {
      values.put(name, fault.kind().name());
      values.put("identifier", fault.identifier());
      values.put("offset", fault.offset());
      values.put("found", fault.found());
      values.put("expected", fault.expected());
    } else if (value instanceof LotDates.Contradiction other) {
      values.put("day", other.day().name());
      values.put("known", other.known().toString());
      values.put("said", other.said().toString());
    } else if (value instanceof PositionKey key) {
      values.put(name + "Place", bin(key.place()));
      values.put(name + "Mark", mark(key));
    } else if (value instanceof Quantity || value instanceof LocalDate || value instanceof Enum) {
      values.put(name, value.toString());
    } else {
      values.put(name, value == null ? "" : value);
    }
  }

  private String named(String what, long id) {
    if (id == 0) {
      return "";
    }
    return what.endsWith("item")
        ? item(id)
        : what.endsWith("lot")
            ? facts.lotCode(id)
            : what.endsWith("serial")
                ? facts.serial(id)
                : what.endsWith("unitload") ? facts.load(id) : bin(id);
  }

  /** What tells goods apart from others of their item; the item's name if nothing does. */
  private String mark(PositionKey key) {
    return key.serial() != 0
        ? facts.serial(key.serial())
        : key.lot() != 0 ? facts.lotCode(key.lot()) : item(key.item());
  }

  String item(long id) {
    return facts.item(id).name();
  }

  String bin(long id) {
    return id == 0 ? "" : facts.bin(id).address();
  }

  /** Goods that were moved, by which parts of a sentence they are told. */
  Map<String, Object> moved(MoveSentence sentence) {
    Map<String, Object> values = new LinkedHashMap<>();
    List<Long> items = sentence.source().stream().map(one -> one.key().item()).distinct().toList();
    boolean whole = sentence.load().whole();
    values.put("part", sentence.load().part().name());
    values.put(
        "quantity",
        (whole ? sentence.held() : sentence.quantity().filled().orElseThrow()).toString());
    values.put("item", items.size() == 1 ? item(items.get(0)) : "");
    values.put("kinds", items.size());
    values.put("lot", whole ? "" : sentence.lot().filled().map(facts::lotCode).orElse(""));
    values.put("serial", "");
    values.put("load", facts.load(sentence.load().unitLoad()));
    values.put("from", bin(sentence.from().filled().orElse(0L)));
    values.put("to", bin(sentence.to().filled().orElse(0L)));
    return values;
  }

  /** Goods by how many, of what, and which. */
  Map<String, Object> goods(Quantity quantity, long item, String lot, String serial) {
    Map<String, Object> values = new LinkedHashMap<>();
    values.put("part", "NONE");
    values.put("quantity", quantity.toString());
    values.put("item", item(item));
    values.put("lot", lot);
    values.put("serial", serial);
    return values;
  }

  /** One way to understand a scan, to be sent back as it is. */
  FloorView.Choice choice(Evidence evidence) {
    Evidence first = evidence instanceof Evidence.LabelSaid label ? label.parts().get(0) : evidence;
    FloorView.Hit hit = named(first.meaning().orElseThrow());
    return new FloorView.Choice(
        hit.kind(), hit.title(), hit.detail(), facts.house.sayings().scanned(evidence));
  }

  /** What a scan at rest stands for; of a piece that is on loan, the loan. */
  FloorView.Hit hit(Meaning meaning) {
    return meaning instanceof Meaning.Serial one
        ? facts
            .loanOf(one.serial())
            .map(loan -> loan(loan, facts.serial(one.serial())))
            .orElseGet(() -> named(one))
        : named(meaning);
  }

  private FloorView.Hit named(Meaning meaning) {
    if (meaning instanceof Meaning.Bin bin) {
      return hit(Kind.BIN, bin.place(), null, bin(bin.place()), facts.bin(bin.place()).siteName());
    }
    if (meaning instanceof Meaning.Item item) {
      long id = item.item();
      return hit(Kind.ITEM, id, id, item(id), facts.item(id).code(), item.counts());
    }
    if (meaning instanceof Meaning.Lot lot) {
      return hit(Kind.LOT, lot.lot(), lot.item(), facts.lotCode(lot.lot()), item(lot.item()));
    }
    if (meaning instanceof Meaning.UnitLoad load) {
      String goods =
          facts.stockOn(load.unitLoad()).stream()
              .map(one -> item(one.key().item()))
              .distinct()
              .limit(2)
              .collect(Collectors.joining(", "));
      return hit(Kind.LOAD, load.unitLoad(), null, facts.load(load.unitLoad()), goods);
    }
    if (meaning instanceof Meaning.InboundOrder of) {
      return hit(Kind.ORDER, of.order(), null, facts.order(of.order()), "");
    }
    if (meaning instanceof Meaning.Transfer of) {
      return hit(Kind.TRANSFER, of.transfer(), null, facts.transfer(of.transfer()), "");
    }
    if (meaning instanceof Meaning.OutboundOrder of) {
      var named = facts.leaving(of.order()).orElseThrow();
      return hit(Kind.LEAVING, of.order(), null, named.number(), named.party());
    }
    if (meaning instanceof Meaning.Count of) {
      return hit(Kind.COUNT, of.count(), null, facts.count(of.count()), "");
    }
    if (meaning instanceof Meaning.Label label) {
      return label.unitLoad() != 0
          ? named(new Meaning.UnitLoad(label.unitLoad()))
          : label.lot() != 0
              ? named(new Meaning.Lot(label.item(), label.lot()))
              : named(label.goods());
    }
    if (meaning instanceof Meaning.Figure figure) {
      String pack = figure.pack() == null ? "" : " " + figure.pack();
      return hit(Kind.FIGURE, 0, null, figure.quantity() + pack, "");
    }
    Meaning.Serial one = (Meaning.Serial) meaning;
    return hit(Kind.SERIAL, one.serial(), one.item(), facts.serial(one.serial()), item(one.item()));
  }

  private static FloorView.Hit hit(
      Kind kind, long id, @Nullable Long item, String title, String detail) {
    return hit(kind, id, item, title, detail, Quantity.ZERO);
  }

  private static FloorView.Hit hit(
      Kind kind, long id, @Nullable Long item, String title, String detail, Quantity counts) {
    return new FloorView.Hit(kind, id, item, title, detail, null, false, counts);
  }

  /** Something that is out and comes back: who has it, and until when. */
  static FloorView.Hit loan(Loans.Row loan, String code) {
    return new FloorView.Hit(
        Kind.LOAN,
        loan.id(),
        null,
        code,
        loan.party().isEmpty() ? loan.kind() : loan.party(),
        loan.due(),
        loan.overdue(),
        Quantity.ZERO);
  }
}
