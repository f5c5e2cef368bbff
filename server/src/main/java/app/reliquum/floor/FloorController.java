package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.catalog.Catalog;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.places.Places;
import app.reliquum.stock.OnHand;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/floor")
class FloorController {

  private final MoveDesk moves;
  private final HouseCodes codes;
  private final Catalog catalog;
  private final Places places;
  private final OnHand onHand;
  private final Commands commands;

  FloorController(
      MoveDesk moves,
      HouseCodes codes,
      Catalog catalog,
      Places places,
      OnHand onHand,
      Commands commands) {
    this.moves = moves;
    this.codes = codes;
    this.catalog = catalog;
    this.places = places;
    this.onHand = onHand;
    this.commands = commands;
  }

  /** Something scanned or typed at a site. */
  record Scan(@NotNull Long site, @NotNull @Size(max = 400) String text) {}

  /** Something said at a site. */
  record Said(@NotNull Long site, @NotNull @Valid FloorView.Saying saying) {}

  /** An action at a site. */
  record Act(@NotNull Long site, @NotNull Action action) {}

  /** Says what a scan at rest stands for. Changes nothing, so it needs no command id. */
  @PostMapping("/scan")
  FloorView.Found scan(Actor actor, @Valid @RequestBody Scan scan) {
    places.site(scan.site(), actor);
    FloorWords words = new FloorWords(new FloorFacts(scan.site(), catalog, places, onHand));
    HouseCodes.Read read = codes.read(scan.text());
    for (Meaning meaning : read.meanings()) {
      if (meaning instanceof Meaning.Act act) {
        return new FloorView.Found(act.action(), List.of(), null);
      }
    }
    List<FloorView.Hit> hits =
        read.meanings().stream()
            .filter(meaning -> !(meaning instanceof Meaning.Figure))
            .filter(meaning -> !(meaning instanceof Meaning.Bin bin) || seenBy(actor, bin.place()))
            .map(words::hit)
            .toList();
    return new FloorView.Found(
        null, hits, hits.isEmpty() ? FloorWords.unknown(read.reading(), List.of()) : null);
  }

  private boolean seenBy(Actor actor, long place) {
    return places.forLedger(java.util.Set.of(place)).stream()
        .anyMatch(bin -> actor.worksAt(bin.site()));
  }

  @GetMapping("/move")
  FloorView.Move move(Actor actor, @RequestParam long site) {
    return moves.stands(actor, site);
  }

  @PostMapping("/move/scan")
  @PreAuthorize("hasAuthority('MOVE')")
  FloorView.Move scan(Command command, @Valid @RequestBody Scan scan) {
    return once(command, "scan", scan, () -> moves.scan(command, scan.site(), scan.text()));
  }

  @PostMapping("/move/say")
  @PreAuthorize("hasAuthority('MOVE')")
  FloorView.Move say(Command command, @Valid @RequestBody Said said) {
    return once(command, "say", said, () -> moves.say(command, said.site(), said.saying()));
  }

  @PostMapping("/move/act")
  @PreAuthorize("hasAuthority('MOVE')")
  FloorView.Move act(Command command, @Valid @RequestBody Act act) {
    return once(command, "act", act, () -> moves.act(command, act.site(), act.action()));
  }

  private FloorView.Move once(
      Command command, String what, Object request, Supplier<FloorView.Move> work) {
    return commands.once(command, "floor move " + what, request, FloorView.Move.class, work);
  }
}
