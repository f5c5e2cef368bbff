package app.reliquum.floor;

import app.reliquum.adjusting.Loans;
import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Scanned;
import app.reliquum.core.scan.Action;
import app.reliquum.core.scan.Meaning;
import app.reliquum.stock.UnitLoads;
import app.reliquum.transfers.Between;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
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
  private final ReceiveDesk receipts;
  private final Rounds rounds;
  private final TransferErrands errands;
  private final HouseCodes codes;
  private final FloorFacts.House house;
  private final Commands commands;

  FloorController(
      MoveDesk moves,
      ReceiveDesk receipts,
      Rounds rounds,
      TransferErrands errands,
      HouseCodes codes,
      FloorFacts.House house,
      Commands commands) {
    this.moves = moves;
    this.receipts = receipts;
    this.rounds = rounds;
    this.errands = errands;
    this.codes = codes;
    this.house = house;
    this.commands = commands;
  }

  /** Something scanned or typed at a site. */
  record ScanEntry(@NotNull Long site, Verb verb, @Scanned @NotNull @Size(max = 400) String text) {}

  /**
   * Something said at a site.
   *
   * @param afresh whether a new sentence begins with it, whatever was said before; null for no
   */
  record SayEntry(
      @NotNull Long site, Verb verb, @NotNull @Valid FloorView.Saying saying, Boolean afresh) {}

  /** An action at a site. */
  record ActEntry(@NotNull Long site, Verb verb, @NotNull Action action) {}

  /** The order that arrives at a site; null or 0 for none. */
  record ArrivingEntry(@NotNull Long site, Long order) {}

  /**
   * The transfer that is sent from a site or arrives there; null or 0 for none.
   *
   * @param verb SEND or ARRIVE; null for what fits the transfer
   */
  record ChosenTransferEntry(@NotNull Long site, Verb verb, Long transfer) {}

  /** The site that goods are to be sent to, on a transfer that begins with it. */
  record BeginEntry(@NotNull Long site, @NotNull Long to) {}

  /** What is picked goes on its way. */
  record FinishEntry(@NotNull Long site, @NotNull Long transfer, @NotNull Between.Rest rest) {}

  /** Says what a scan at rest stands for. Changes nothing, so it needs no command id. */
  @Operation(operationId = "readScan", summary = "Say what a scan stands for")
  @Needs(value = Permission.LOOK, floor = true)
  @PostMapping("/scan")
  FloorView.Found scan(Actor actor, @Valid @RequestBody ScanEntry scan) {
    house.places().requireSite(scan.site(), actor);
    FloorWords words = new FloorWords(new FloorFacts(scan.site(), Verb.MOVE, house));
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
    if (hits.isEmpty()) {
      Optional<Loans.Row> loan =
          house.loansOut().withNumber(scan.text().strip()).map(house.loansOut()::row);
      if (loan.isPresent() && actor.worksAt(loan.get().siteId())) {
        return new FloorView.Found(
            null, List.of(FloorWords.loan(loan.get(), loan.get().number())), null);
      }
    }
    return new FloorView.Found(
        null, hits, hits.isEmpty() ? FloorWords.unknown(read.reading(), List.of()) : null);
  }

  private boolean seenBy(Actor actor, long place) {
    return house.places().forLedger(Set.of(place)).stream()
        .anyMatch(bin -> actor.worksAt(bin.site()));
  }

  // Move and Put away

  @Operation(
      operationId = "getMoveSentence",
      summary = "The Move, Put away, Send or Receive transfer sentence as it stands")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/move")
  FloorView.Move move(
      Actor actor, @RequestParam long site, @RequestParam(defaultValue = "MOVE") Verb verb) {
    return moves.stands(actor, moving(verb), site);
  }

  @Operation(operationId = "scanIntoMoveSentence", summary = "Scan into the Move sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/move/scan")
  FloorView.Move scan(Command command, @Valid @RequestBody ScanEntry scan) {
    return moved(
        command,
        "scan",
        scan,
        () -> moves.scan(command, moving(scan.verb()), scan.site(), scan.text()));
  }

  @Operation(
      operationId = "sayToMoveSentence",
      summary = "Say something to the Move sentence without a scan")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/move/say")
  FloorView.Move say(Command command, @Valid @RequestBody SayEntry said) {
    return moved(
        command,
        "say",
        said,
        () -> {
          if (Boolean.TRUE.equals(said.afresh())) {
            moves.act(command, moving(said.verb()), said.site(), Action.CLEAR);
          }
          return moves.say(command, moving(said.verb()), said.site(), said.saying());
        });
  }

  @Operation(
      operationId = "actOnMoveSentence",
      summary = "Confirm, undo, repeat, turn or clear the Move sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/move/act")
  FloorView.Move act(Command command, @Valid @RequestBody ActEntry act) {
    return moved(
        command,
        "act",
        act,
        () -> moves.act(command, moving(act.verb()), act.site(), act.action()));
  }

  private static Verb moving(Verb verb) {
    return verb == null || verb == Verb.RECEIVE ? Verb.MOVE : verb;
  }

  // Send and Arrive

  /** Chooses the transfer that is sent, or that arrives. */
  @Operation(
      operationId = "chooseTransfer",
      summary = "Choose the transfer that is sent or received")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/transfer")
  FloorView.Move choose(Command command, @Valid @RequestBody ChosenTransferEntry entry) {
    long transfer = entry.transfer() == null ? 0 : entry.transfer();
    return moved(
        command,
        "transfer",
        entry,
        () ->
            moves.choose(
                command,
                entry.verb() == null ? errands.verb(entry.site(), transfer) : entry.verb(),
                entry.site(),
                transfer));
  }

  /** Begins a transfer that is made as goods are scanned. */
  @Operation(
      operationId = "beginTransferOnFloor",
      summary = "Begin a transfer that is made as goods are scanned")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/transfer/begin")
  FloorView.Move begin(Command command, @Valid @RequestBody BeginEntry entry) {
    return moved(
        command,
        "begin",
        entry,
        () ->
            moves.choose(
                command,
                Verb.SEND,
                entry.site(),
                errands.begin(command, entry.site(), entry.to())));
  }

  /** Sends what is picked on its way. */
  @Operation(operationId = "shipTransferOnFloor", summary = "Ship what is picked for a transfer")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/transfer/sending")
  FloorView.Move send(Command command, @Valid @RequestBody FinishEntry entry) {
    return moved(
        command,
        "send",
        entry,
        () -> {
          errands.send(command, entry.transfer(), entry.rest());
          return moves.choose(command, Verb.SEND, entry.site(), 0);
        });
  }

  private FloorView.Move moved(
      Command command, String what, Object request, Supplier<FloorView.Move> work) {
    return commands.once(command, "floor move " + what, request, FloorView.Move.class, work);
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

  // Receive

  @Operation(operationId = "getReceiveSentence", summary = "The Receive sentence as it stands")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/receive")
  FloorView.Receive receive(Actor actor, @RequestParam long site) {
    return receipts.stands(actor, site);
  }

  /** Chooses the order that arrives. */
  @Operation(
      operationId = "chooseInboundOrder",
      summary = "Choose the inbound order that is received")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/receive/order")
  FloorView.Receive choose(Command command, @Valid @RequestBody ArrivingEntry arriving) {
    long order = arriving.order() == null ? 0 : arriving.order();
    return received(
        command, "order", arriving, () -> receipts.choose(command, arriving.site(), order));
  }

  @Operation(operationId = "scanIntoReceiveSentence", summary = "Scan into the Receive sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/receive/scan")
  FloorView.Receive scanReceipt(Command command, @Valid @RequestBody ScanEntry scan) {
    return received(command, "scan", scan, () -> receipts.scan(command, scan.site(), scan.text()));
  }

  @Operation(
      operationId = "sayToReceiveSentence",
      summary = "Say something to the Receive sentence without a scan")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/receive/say")
  FloorView.Receive sayReceipt(Command command, @Valid @RequestBody SayEntry said) {
    return received(
        command,
        "say",
        said,
        () -> {
          if (Boolean.TRUE.equals(said.afresh())) {
            receipts.act(command, said.site(), Action.CLEAR);
          }
          return receipts.say(command, said.site(), said.saying());
        });
  }

  @Operation(
      operationId = "actOnReceiveSentence",
      summary = "Confirm, undo or clear the Receive sentence")
  @Needs(value = Permission.MOVE, floor = true)
  @PostMapping("/receive/act")
  FloorView.Receive actReceipt(Command command, @Valid @RequestBody ActEntry act) {
    return received(command, "act", act, () -> receipts.act(command, act.site(), act.action()));
  }

  private FloorView.Receive received(
      Command command, String what, Object request, Supplier<FloorView.Receive> work) {
    return commands.once(command, "floor receive " + what, request, FloorView.Receive.class, work);
  }
}
