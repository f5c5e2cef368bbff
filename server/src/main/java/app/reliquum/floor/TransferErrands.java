package app.reliquum.floor;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Page;
import app.reliquum.api.Problem;
import app.reliquum.api.lists.ListQuery;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.core.sentence.Evidence;
import app.reliquum.core.sentence.MoveSentence;
import app.reliquum.core.sentence.OpenSentence;
import app.reliquum.core.sentence.Verb;
import app.reliquum.stock.Reserving;
import app.reliquum.transfers.Arriving;
import app.reliquum.transfers.Planning;
import app.reliquum.transfers.Sending;
import app.reliquum.transfers.TransferColumn;
import app.reliquum.transfers.TransferViews;
import app.reliquum.transfers.Transfers;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What sending and receiving off the road need beyond moving. */
@Component
class TransferErrands {

  private final StoredFacts.House house;
  private final Transfers transfers;
  private final Planning planning;
  private final Sending sending;
  private final Arriving arriving;
  private final Reserving reserving;

  TransferErrands(
      StoredFacts.House house,
      Transfers transfers,
      Planning planning,
      Sending sending,
      Arriving arriving,
      Reserving reserving) {
    this.house = house;
    this.transfers = transfers;
    this.planning = planning;
    this.sending = sending;
    this.arriving = arriving;
    this.reserving = reserving;
  }

  /** The facts for a verb and the transfer that it is about, if one is chosen that is open here. */
  Optional<StoredTransferFacts> facts(Verb verb, OpenSentence said, Rounds rounds) {
    return verb.ofTransfer() && said.about() != 0
        ? transfers
            .facts(said.about())
            .filter(of -> siteOf(verb, of) == said.site() && of.state() != Transfer.State.CLOSED)
            .map(of -> new StoredTransferFacts(said.site(), verb, house, rounds, of, reserving))
        : Optional.empty();
  }

  private static long siteOf(Verb verb, Transfers.Facts transfer) {
    return verb == Verb.SEND ? transfer.fromSite() : transfer.toSite();
  }

  /** Refuses a transfer that can't be sent from a site, or does not arrive there. */
  void check(Verb verb, long site, long transfer) {
    if (transfer == 0) {
      return;
    }
    Transfers.Facts of =
        transfers.facts(transfer).orElseThrow(() -> Problem.missing("transfer", transfer));
    if (siteOf(verb, of) != site) {
      throw Problem.refused(
          "other-site",
          "{0} goes from {1} to {2}. Change the site you work at, or choose another one.",
          of.number(),
          of.from(),
          of.to());
    }
    if (of.state() == Transfer.State.CLOSED) {
      throw Problem.refused("closed", "{0} is closed.", of.number());
    }
    if (verb == Verb.SEND && of.state() == Transfer.State.PLANNED && of.planned()) {
      throw Problem.refused(
          "not-ready", "{0} is not ready to send yet. Ask whoever planned it.", of.number());
    }
  }

  /**
   * What a document that was scanned is about here: what is on the road arrives, else it is sent.
   */
  Verb verb(long site, long transfer) {
    Transfers.Facts of =
        transfers.facts(transfer).orElseThrow(() -> Problem.missing("transfer", transfer));
    return of.toSite() == site ? Verb.ARRIVE : Verb.SEND;
  }

  /** The one transfer in transit to a site that brings an item; 0 if it is not one. */
  long find(Actor actor, long site, long item) {
    Page<TransferViews.Row> there =
        transfers.page(
            TransferViews.Filter.IN_TRANSIT,
            ListQuery.<TransferColumn>first(2)
                .is(TransferColumn.TO, site)
                .is(TransferColumn.ITEM, item),
            actor);
    return there.total() == 1 ? there.rows().get(0).id() : 0;
  }

  long begin(Command command, long site, long to) {
    return planning.begin(new TransferViews.UnplannedEntry(site, to), command.actor());
  }

  /** Does what a sentence says; the posting, 0 if nothing had to be posted. */
  long done(Command command, StoredTransferFacts facts, MoveSentence sentence) {
    long id = facts.transfer().id();
    if (!facts.sends()) {
      return arriving.arrive(command, id, sentence.lines()).posting();
    }
    boolean knowingly =
        sentence.evidence().stream().anyMatch(one -> one instanceof Evidence.Knowingly);
    sending.pick(command, id, sentence.lines(), knowingly);
    return 0;
  }

  void send(Command command, long transfer, TransferViews.Rest rest) {
    sending.sendFromFloor(command, transfer, rest);
  }
}
