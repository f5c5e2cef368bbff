package app.reliquum.transfers;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.core.fulfilment.Transfer;
import app.reliquum.transfers.TransferTable.Head;
import app.reliquum.transfers.TransferTable.LineRow;
import java.util.List;
import org.springframework.stereotype.Component;

/** Finds transfers for whoever changes them, and keeps their state true to their lines. */
@Component
class Progress {

  private final TransferTable table;

  Progress(TransferTable table) {
    this.table = table;
  }

  /** A transfer that nobody else changes until this transaction ends. */
  Head lock(long id) {
    return table.lock(id).orElseThrow(() -> Problem.missing("transfer", id));
  }

  /** The same, for someone who works at one of its ends, if it is not closed. */
  Head lockOpen(long id, Actor actor) {
    Head head = lock(id);
    if (!actor.worksAt(head.fromSiteId()) && !actor.worksAt(head.toSiteId())) {
      throw Problem.forbidden("You work at neither end of {0}.", head.number());
    }
    if (head.state() == Transfer.State.CLOSED) {
      throw Problem.conflict("closed", "{0} is closed.", head.number());
    }
    return head;
  }

  /** Works the state out anew. */
  void refresh(Head head) {
    boolean released = table.find(head.id()).orElseThrow().isReleased();
    List<Transfer.Line> lines = table.lines(head.id()).stream().map(LineRow::line).toList();
    table.state(head.id(), Transfer.state(released, lines));
  }
}
