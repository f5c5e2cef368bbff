package app.reliquum.transfers;

import app.reliquum.api.Problem;
import app.reliquum.core.ledger.Line;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.stock.AboutToReverse;
import app.reliquum.stock.PostingKind;
import app.reliquum.stock.PostingReversed;
import app.reliquum.stock.Reserving;
import app.reliquum.transfers.TransferTable.Figure;
import app.reliquum.transfers.TransferTable.Head;
import app.reliquum.transfers.TransferTable.Move;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What becomes of a transfer when one of its postings is taken back. */
@Component
class TakingBack {

  private final TransferTable table;
  private final Progress progress;
  private final Reserving reserving;

  TakingBack(TransferTable table, Progress progress, Reserving reserving) {
    this.table = table;
    this.progress = progress;
    this.reserving = reserving;
  }

  @EventListener
  void aboutToReverse(AboutToReverse reversal) {
    if (reversal.document() != null) {
      table.withNumber(reversal.document()).ifPresent(transfer -> progress.lock(transfer.id()));
    }
  }

  @EventListener
  void reversed(PostingReversed back) {
    Head head = back.document() == null ? null : table.withNumber(back.document()).orElse(null);
    if (head == null) {
      return;
    }
    if (back.kind() == PostingKind.PICK) {
      throw Problem.refused(
          "picked", "This was picked for {0}. Put it back from there.", head.number());
    }
    progress.lock(head.id());
    List<Move> moves = table.moves(back.posting());
    for (Move move : moves) {
      Quantity less = new Quantity(move.quantity()).negated();
      table.addToGoods(move.goodsId(), move.step(), less);
      table.add(head.id(), move.lineNo(), move.step(), less);
      table.takeBack(move.id());
    }
    if (back.kind() == PostingKind.SHIPMENT || back.kind() == PostingKind.TRANSFER) {
      keepAgain(head, moves, back.lines());
    }
    progress.refresh(head);
  }

  /** What was sent lies again where it was picked to, and waits to be sent. */
  private void keepAgain(Head head, List<Move> moves, List<Line> lines) {
    int first =
        moves.stream()
            .filter(move -> move.step() == Figure.SENT)
            .mapToInt(Move::lineNo)
            .min()
            .orElse(1);
    for (Line line : lines) {
      int of =
          table.lines(head.id()).stream()
              .filter(row -> row.takes(line.goods()))
              .mapToInt(TransferTable.LineRow::lineNo)
              .findFirst()
              .orElse(first);
      reserving.picked(head.number(), of, line.put(), line.quantity(), 0);
    }
  }
}
