package app.reliquum.transfers;

import app.reliquum.adjusting.MovementKinds;
import app.reliquum.api.Command;
import app.reliquum.api.GeneratedId;
import app.reliquum.approvals.Approvals;
import app.reliquum.approvals.Subject;
import app.reliquum.core.approval.Approval;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.transfers.TransferTable.Head;
import java.math.BigDecimal;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/**
 * Gives up goods that were sent and never arrived; where that is worth too much, someone else must
 * agree first.
 */
@Service
class WriteOffs implements Subject {

  private final JdbcClient jdbc;
  private final TransferTable table;
  private final Arriving arriving;
  private final Approvals approvals;
  private final MovementKinds kinds;

  WriteOffs(
      JdbcClient jdbc,
      TransferTable table,
      Arriving arriving,
      Approvals approvals,
      MovementKinds kinds) {
    this.jdbc = jdbc;
    this.table = table;
    this.arriving = arriving;
    this.approvals = approvals;
    this.kinds = kinds;
  }

  /** Gives them up, or proposes it. What goes back to the sender is no loss. */
  void end(Command command, long transfer, TransferViews.EndingEntry entry) {
    BigDecimal value =
        entry.ending() == TransferViews.Ending.BACK
            ? BigDecimal.ZERO
            : arriving.worth(command, transfer, entry);
    // The limit of the reason that stands for it.
    BigDecimal ofReason =
        kinds
            .withCode(entry.ending() == TransferViews.Ending.SPOILT ? "DAMAGE" : "LOSS")
            .map(MovementKinds.Kind::approvalValue)
            .orElse(null);
    Optional<BigDecimal> limit = approvals.limit(command.actor(), ofReason);
    if (!Approval.needed(value, limit)) {
      arriving.end(command, transfer, entry);
      return;
    }
    Head head = table.find(transfer).orElseThrow();
    long ending =
        GeneratedId.of(
            jdbc.sql(
                    "insert into transfer_ending (transfer_id, goods_id, quantity, ending, reason) values"
                        + " (?, ?, ?, ?, ?)")
                .params(
                    transfer,
                    entry.goods() == null ? 0 : entry.goods(),
                    entry.quantity() == null ? null : entry.quantity().amount(),
                    entry.ending().name(),
                    entry.reason().strip()));
    approvals.propose(
        command, Matter.WRITE_OFF, ending, head.number(), head.toSiteId(), value, limit.get());
  }

  @Override
  public Set<Matter> matters() {
    return Set.of(Matter.WRITE_OFF);
  }

  @Override
  public boolean carryOut(Command command, long id, String note) {
    record Row(long transferId, long goodsId, BigDecimal quantity, String ending, String reason) {}
    Row row =
        jdbc.sql(
                "select transfer_id, goods_id, quantity, ending, reason from transfer_ending where"
                    + " id = ?")
            .param(id)
            .query(Row.class)
            .single();
    arriving.end(
        command,
        row.transferId(),
        new TransferViews.EndingEntry(
            row.goodsId() == 0 ? null : row.goodsId(),
            row.quantity() == null ? null : new Quantity(row.quantity()),
            TransferViews.Ending.valueOf(row.ending()),
            row.reason()));
    return true;
  }

  @Override
  public void letGo(Command command, long id, String note) {
    // Nothing was done yet.
  }

  @Override
  public boolean tookPart(long person, long id) {
    return false;
  }
}
