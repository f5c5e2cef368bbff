package app.reliquum.stock;

import app.reliquum.api.Staff;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * Checks the ledger and ends the application, where it was started for that only: after a house was
 * restored. What it found stands in the log and among the checks of the house.
 */
@Component
class LedgerCheckAtStart {

  private static final Logger LOG = LoggerFactory.getLogger(LedgerCheckAtStart.class);

  private final BookChecks checks;
  private final Staff staff;
  private final ConfigurableApplicationContext application;
  private final boolean only;

  LedgerCheckAtStart(
      BookChecks checks,
      Staff staff,
      ConfigurableApplicationContext application,
      @Value("${reliquum.ledger-check.only}") boolean only) {
    this.checks = checks;
    this.staff = staff;
    this.application = application;
    this.only = only;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.LOWEST_PRECEDENCE)
  void check() {
    if (!only) {
      return;
    }
    BookChecks.Check check = checks.now(staff.house());
    LOG.info("Ledger check: {} differences", check.differences());
    application.close();
  }
}
