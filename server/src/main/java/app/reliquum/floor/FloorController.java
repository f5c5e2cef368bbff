package app.reliquum.floor;

import app.reliquum.adjusting.Loans;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Scanned;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.core.scan.Scan;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Verb;
import app.reliquum.search.HouseCodes;
import app.reliquum.stock.UnitLoads;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * What is scanned, said and done on the Floor: the same for every verb. What had to wait for the
 * network says in the header {@code X-Scanned-Ago} how many milliseconds ago it was said: what is
 * counted is compared with the book of that moment.
 */
@RestController
@RequestMapping("/api/floor")
class FloorController {
  static final String AGO = "X-Scanned-Ago";

  private final FloorConversations conversations;
  private final Rounds rounds;
  private final HouseCodes codes;
  private final StoredFacts.House house;

  FloorController(
      FloorConversations conversations, Rounds rounds, HouseCodes codes, StoredFacts.House house) {
    this.conversations = conversations;
    this.rounds = rounds;
    this.codes = codes;
    this.house = house;
  }

  /** Something scanned or typed at a site. */
  record ScanEntry(@NotNull Long site, @Scanned @NotNull @Size(max = 400) String text) {}

  /**
   * Something said at a site.
   *
   * @param afresh whether a new sentence begins with it, whatever was said before; null for no
   */
  record SayEntry(@NotNull Long site, @NotNull @Valid FloorView.Saying saying, Boolean afresh) {}

  /** An action at a site. */
  record ActEntry(@NotNull Long site, @NotNull Action action) {}

  /** The document that a sentence is about: an order, a transfer or a count; null or 0 for none. */
  record DocumentEntry(@NotNull Long site, Long document) {}

  /** Says what a scan at rest stands for. Changes nothing, so it needs no command id. */
  @Operation(operationId = "readScan", summary = "Say what a scan stands for")
  @Needs(value = Permission.LOOK, floor = true)
  @PostMapping("/scan")
  FloorView.Found scan(Actor actor, @Valid @RequestBody ScanEntry entry) {
    house.places().requireSite(entry.site(), actor);
    Names names = new Names(new StoredFacts(entry.site(), house));
    Scan scan = codes.read(entry.text());
    for (Meaning meaning : scan.meanings()) {
      if (meaning instanceof Meaning.Act act) {
        return new FloorView.Found(act.action(), List.of(), null);
      }
    }
    List<FloorView.Hit> hits =
        scan.meanings().stream()
            .filter(meaning -> !(meaning instanceof Meaning.Figure))
            .filter(meaning -> !(meaning instanceof Meaning.Bin bin) || seenBy(actor, bin.place()))
            .map(names::hit)
            .toList();
    if (hits.isEmpty()) {
      Optional<Loans.Row> loan =
          house.loansOut().withNumber(entry.text().strip()).map(house.loansOut()::row);
      if (loan.isPresent() && actor.worksAt(loan.get().siteId())) {
        return new FloorView.Found(
            null, List.of(Names.loan(loan.get(), loan.get().number())), null);
      }
    }
    return new FloorView.Found(
        null, hits, hits.isEmpty() ? names.told(Misfit.unknown(scan.reading(), List.of())) : null);
  }

  private boolean seenBy(Actor actor, long place) {
    return house.places().forLedger(Set.of(place)).stream()
        .anyMatch(bin -> actor.worksAt(bin.site()));
  }

  @Operation(operationId = "getSentence", summary = "The sentence of a verb as it stands")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/{verb}")
  FloorView.Sentence sentence(Actor actor, @PathVariable Verb verb, @RequestParam long site) {
    return conversations.stands(actor, verb, site);
  }

  @Operation(operationId = "scanIntoSentence", summary = "Scan into the sentence of a verb")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{verb}/scan")
  FloorView.Sentence scan(
      Command command,
      @PathVariable Verb verb,
      @Valid @RequestBody ScanEntry scan,
      @RequestHeader(name = AGO, defaultValue = "0") long ago) {
    return conversations
        .of(command, verb, scan.site())
        .scan(command, codes.read(scan.text()), Duration.ofMillis(ago));
  }

  @Operation(
      operationId = "sayToSentence",
      summary = "Say something to the sentence of a verb without a scan")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{verb}/say")
  FloorView.Sentence say(
      Command command,
      @PathVariable Verb verb,
      @Valid @RequestBody SayEntry said,
      @RequestHeader(name = AGO, defaultValue = "0") long ago) {
    SpokenTo sentence = conversations.of(command, verb, said.site());
    if (Boolean.TRUE.equals(said.afresh())) {
      sentence.beginAfresh();
    }
    return sentence.say(command, said.saying(), Duration.ofMillis(ago));
  }

  @Operation(
      operationId = "actOnSentence",
      summary = "Confirm, undo, repeat, swap or clear the sentence of a verb")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{verb}/act")
  FloorView.Sentence act(
      Command command, @PathVariable Verb verb, @Valid @RequestBody ActEntry act) {
    return conversations.of(command, verb, act.site()).act(command, act.action());
  }

  @Operation(
      operationId = "chooseDocument",
      summary = "Choose the order, transfer or count that a sentence is about")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/{verb}/document")
  FloorView.Sentence choose(
      Command command, @PathVariable Verb verb, @Valid @RequestBody DocumentEntry entry) {
    long document = entry.document() == null ? 0 : entry.document();
    return conversations.of(command, verb, entry.site()).choose(command, document);
  }

  /** The trolleys of the house. */
  @Operation(operationId = "listTrolleys", summary = "The trolleys of a site")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/trolleys")
  List<UnitLoads.Card> trolleys(Actor actor) {
    return house.loads().trolleys(actor);
  }

  /** What a trolley still carries, bin by bin in walking order. */
  @Operation(operationId = "getTrolleyRound", summary = "The round of a trolley, in walking order")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/round")
  FloorView.Round round(Actor actor, @RequestParam long site, @RequestParam long load) {
    return rounds.round(actor, site, load);
  }
}
