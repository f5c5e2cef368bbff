package app.reliquum.putaway;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Problem;
import app.reliquum.catalog.Catalog;
import app.reliquum.catalog.LotsAndSerials;
import app.reliquum.core.ledger.Condition;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.ledger.Spot;
import app.reliquum.core.putaway.Plan;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.places.Places;
import app.reliquum.stock.NewPosting;
import app.reliquum.stock.OnHand;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.Stock;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Spreads what a site holds without bins over bins, once it has some. */
@Service
public class Binning {

  private final Places places;
  private final Catalog catalog;
  private final OnHand onHand;
  private final PuttingAway puttingAway;
  private final Stock stock;
  private final LotsAndSerials lotsAndSerials;

  Binning(
      Places places,
      Catalog catalog,
      OnHand onHand,
      PuttingAway puttingAway,
      Stock stock,
      LotsAndSerials lotsAndSerials) {
    this.lotsAndSerials = lotsAndSerials;
    this.places = places;
    this.catalog = catalog;
    this.onHand = onHand;
    this.puttingAway = puttingAway;
    this.stock = stock;
  }

  /**
   * Goods that are not yet binned.
   *
   * @param suggested the address of the bin that the rules would choose, null if there is none
   */
  @Schema(name = "UnbinnedRow")
  public record Row(
      long itemId,
      String item,
      String name,
      String symbol,
      long lotId,
      @Nullable String lot,
      long serialId,
      @Nullable String serial,
      Condition condition,
      Quantity quantity,
      String shelfNote,
      @Nullable String suggested) {}

  /** The worksheet of a site. */
  @Schema(name = "BinningSheet")
  public record Sheet(long site, String name, boolean binned, int total, List<Row> rows) {}

  private static final int MOST = 300;

  /**
   * What is not yet binned at a site. Where only some items are kept in bins, what others have is
   * not meant.
   *
   * @param item one item only; null for all
   */
  @Transactional(readOnly = true)
  public Sheet sheet(long site, @Nullable Long item, Actor actor) {
    Places.SiteCard card = places.site(site, actor);
    List<app.reliquum.core.sentence.HeldPosition> held =
        new ArrayList<>(places.implied(site).map(place -> onHand.in(place.id())).orElse(List.of()));
    if (item != null) {
      held.removeIf(one -> one.key().item() != item);
    }
    if (card.binsForSome()) {
      Map<Long, Places.Home> homes =
          places.homes(
              held.stream().map(one -> one.key().item()).collect(Collectors.toSet()), site);
      held.removeIf(
          one -> homes.getOrDefault(one.key().item(), Places.Home.NONE).address().isEmpty());
    }
    List<Row> rows = new ArrayList<>();
    held.stream()
        .sorted(Comparator.comparing(app.reliquum.core.sentence.HeldPosition::key))
        .limit(MOST)
        .forEach(one -> rows.add(row(site, card.binned(), one)));
    return new Sheet(site, card.name(), card.binned(), held.size(), rows);
  }

  private Row row(long site, boolean binned, app.reliquum.core.sentence.HeldPosition one) {
    PositionKey key = one.key();
    Catalog.Measured item = catalog.measured(Set.of(key.item())).get(0);
    String suggested = null;
    if (binned) {
      Plan plan = puttingAway.plan(site, key, one.quantity());
      if (!plan.placements().isEmpty()) {
        long place = plan.placements().get(0).place();
        suggested = places.forLedger(Set.of(place)).get(0).address();
      }
    }
    return new Row(
        item.id(),
        item.code(),
        item.name(),
        item.unit().symbol(),
        key.lot(),
        key.lot() == 0
            ? null
            : lotsAndSerials.lot(key.lot()).map(LotsAndSerials.LotCard::code).orElse(null),
        key.serial(),
        key.serial() == 0
            ? null
            : lotsAndSerials.serial(key.serial()).map(LotsAndSerials.SerialCard::code).orElse(null),
        key.condition(),
        one.quantity(),
        places.shelfNote(item.id(), site),
        suggested);
  }

  /** Some of the goods, and the bin where they are. */
  @Schema(name = "BinningLineEntry")
  public record LineEntry(
      long item,
      long lot,
      long serial,
      @NotNull Condition condition,
      @NotNull Quantity quantity,
      @NotBlank @Size(max = 24) String bin) {}

  /** A part of the worksheet as filled in. */
  @Schema(name = "BinningEntry")
  public record Entry(@NotEmpty @Size(max = 500) List<@Valid LineEntry> lines) {}

  /** Writes where goods are, all in one posting or none. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Stock.Posted spread(Command command, long site, Entry entry) {
    Places.SiteCard card = places.site(site, command.actor());
    if (!card.binned()) {
      throw Problem.refused("unbinned", "{0} has no bins yet. Turn them on first.", card.name());
    }
    Places.LedgerPlace from =
        places
            .implied(site)
            .orElseThrow(
                () -> Problem.refused("binned", "{0} has had bins from the start.", card.name()));
    List<Line> lines = new ArrayList<>();
    for (LineEntry line : entry.lines()) {
      String address = line.bin().strip().toUpperCase(Locale.ROOT);
      long to =
          places.atAddress(address).stream()
              .filter(bin -> bin.site() == site && !bin.implied())
              .findFirst()
              .orElseThrow(
                  () ->
                      Problem.invalid("bin", "{0} has no bin {1}.", card.name(), address)
                          .with("bin", address))
              .id();
      lines.add(
          new Line(
              new app.reliquum.core.ledger.Goods(line.item(), line.lot(), line.serial()),
              new Spot(from.id(), 0, line.condition()),
              new Spot(to, 0, line.condition()),
              line.quantity()));
    }
    return stock.post(
        command, new NewPosting(PostingKind.MOVE, null, null, null, "Put into bins", lines));
  }
}
