package app.reliquum.printing;

import app.reliquum.api.Actor;
import app.reliquum.api.Problem;
import app.reliquum.api.Staff;
import app.reliquum.api.printing.PaperKind;
import app.reliquum.api.printing.PaperSource;
import com.github.kagkarlsson.scheduler.task.helper.RecurringTask;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.net.URI;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/**
 * Takes jobs to their printers and sees that they are printed. No transaction goes on while a
 * printer is spoken to: a job is taken, sent, and marked. A server that dies in between leaves it
 * to be sent once more.
 */
@Component
class PrintRound {

  private static final Logger LOG = LoggerFactory.getLogger(PrintRound.class);
  private static final int AT_ONCE = 50;

  private final PrintQueue queue;
  private final Printers printers;
  private final IppPrinter ipp;
  private final Staff staff;
  private final Map<PaperKind, PaperSource> sources = new EnumMap<>(PaperKind.class);

  PrintRound(
      PrintQueue queue, Printers printers, IppPrinter ipp, Staff staff, List<PaperSource> sources) {
    this.queue = queue;
    this.printers = printers;
    this.ipp = ipp;
    this.staff = staff;
    for (PaperSource source : sources) {
      source.kinds().forEach(kind -> this.sources.put(kind, source));
    }
  }

  /** Does what is to be done now. */
  void go() {
    for (int i = 0; i < AT_ONCE; i++) {
      Optional<PrintQueue.Turn> next = queue.take();
      if (next.isEmpty()) {
        return;
      }
      see(next.get());
    }
  }

  private void see(PrintQueue.Turn turn) {
    PrintQueue.Job job = turn.job();
    URI printer = printers.address(printers.printer(job.printerId()));
    try {
      if (job.state() == PrintQueue.State.SENT) {
        queue.sent(turn, ipp.look(printer, turn.jobNumber()));
        return;
      }
      Optional<PaperSource.Made> made = made(turn);
      if (made.isEmpty()) {
        queue.end(job.id(), PrintQueue.State.NOTHING, null);
        return;
      }
      PaperSource.Made paper = made.get();
      queue.sent(turn, ipp.print(printer, paper.title(), job.person(), paper.pdf(), job.copies()));
    } catch (IppPrinter.PrinterException fault) {
      LOG.warn("Print job {} for {}: {}", job.id(), printer, fault.getMessage());
      String why = Objects.requireNonNull(fault.getMessage());
      if (fault.lasting()) {
        queue.fail(job, why);
      } else {
        queue.failForNow(turn, why);
      }
    } catch (Problem refused) {
      queue.fail(job, Problem.said(refused));
    } catch (RuntimeException fault) {
      LOG.error("Print job {} can't be made", job.id(), fault);
      queue.fail(job, "It could not be made. The log of the server says why.");
    }
  }

  private Optional<PaperSource.Made> made(PrintQueue.Turn turn) {
    PrintQueue.Job job = turn.job();
    if (turn.content() != null) {
      return Optional.of(new PaperSource.Made(job.title(), job.document(), turn.content()));
    }
    PaperKind kind = Objects.requireNonNull(job.paper());
    Actor house = staff.house();
    Optional<PaperSource.Made> made =
        Objects.requireNonNull(sources.get(kind), kind::name)
            .paper(kind, turn.subject(), turn.site(), house);
    made.ifPresent(one -> queue.made(job.id(), one));
    return made;
  }

  /** The job itself. */
  @Configuration
  static class Work {

    @Bean
    RecurringTask<Void> roundOfPrinting(PrintRound round) {
      return Tasks.recurring("printing", FixedDelay.of(Duration.ofSeconds(1)))
          .execute((task, context) -> round.go());
    }
  }
}
