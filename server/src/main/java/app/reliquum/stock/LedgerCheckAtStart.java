package app.reliquum.stock;

import app.reliquum.api.Staff;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
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
@ConditionalOnProperty(name = "reliquum.ledger-check.only", havingValue = "true")
class LedgerCheckAtStart {

  private static final Logger LOG = LoggerFactory.getLogger(LedgerCheckAtStart.class);

  private final BookChecks checks;
  private final Staff staff;
  private final ConfigurableApplicationContext application;

  LedgerCheckAtStart(BookChecks checks, Staff staff, ConfigurableApplicationContext application) {
    this.checks = checks;
    this.staff = staff;
    this.application = application;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(Ordered.LOWEST_PRECEDENCE)
  void check() {
    BookChecks.Check check = checks.now(staff.house());
    LOG.info("Ledger check: {} differences", check.differences());
    application.close();
  }
}
