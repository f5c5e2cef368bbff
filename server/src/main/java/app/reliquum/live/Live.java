package app.reliquum.live;

import app.reliquum.counting.CountChanged;
import app.reliquum.stock.StockMoved;
import io.swagger.v3.oas.annotations.Operation;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.MediaType;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Says that stock has moved, or something was counted, at most a few times a second, however much
 * happens.
 */
@RestController
class Live {

  private static final long FOR_HALF_AN_HOUR = TimeUnit.MINUTES.toMillis(30);
  private static final long PAUSE_MILLIS = 250;
  private static final long SIGN_OF_LIFE_SECONDS = 20;

  private final List<SseEmitter> listeners = new CopyOnWriteArrayList<>();
  private final AtomicLong newest = new AtomicLong();
  private final Set<Long> counted = ConcurrentHashMap.newKeySet();
  private final ScheduledExecutorService teller =
      Executors.newSingleThreadScheduledExecutor(
          work -> {
            Thread thread = new Thread(work, "live");
            thread.setDaemon(true);
            return thread;
          });
  private long told;

  Live() {
    teller.scheduleWithFixedDelay(this::tell, PAUSE_MILLIS, PAUSE_MILLIS, TimeUnit.MILLISECONDS);
    teller.scheduleWithFixedDelay(
        () -> send(() -> SseEmitter.event().comment("here")),
        SIGN_OF_LIFE_SECONDS,
        SIGN_OF_LIFE_SECONDS,
        TimeUnit.SECONDS);
  }

  @Operation(operationId = "listenToChanges", summary = "What changes, as it happens")
  @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter listen() throws IOException {
    SseEmitter emitter = new SseEmitter(FOR_HALF_AN_HOUR);
    emitter.onCompletion(() -> listeners.remove(emitter));
    emitter.onTimeout(emitter::complete);
    emitter.onError(fault -> listeners.remove(emitter));
    emitter.send(SseEmitter.event().comment("listening"));
    listeners.add(emitter);
    return emitter;
  }

  @TransactionalEventListener(fallbackExecution = true)
  void moved(StockMoved moved) {
    newest.accumulateAndGet(moved.posting(), Math::max);
  }

  @TransactionalEventListener(fallbackExecution = true)
  void counted(CountChanged changed) {
    counted.add(changed.count());
  }

  private void tell() {
    long latest = newest.get();
    if (latest > told) {
      told = latest;
      send(() -> SseEmitter.event().name("stock").data(Long.toString(latest)));
    }
    for (Long count : counted) {
      counted.remove(count);
      send(() -> SseEmitter.event().name("count").data(Long.toString(count)));
    }
  }

  private void send(Supplier<SseEmitter.SseEventBuilder> event) {
    for (SseEmitter listener : listeners) {
      try {
        listener.send(event.get());
      } catch (IOException | IllegalStateException gone) {
        listeners.remove(listener);
      }
    }
  }

  /** Listeners would keep the server from ending for as long as they listen. */
  @EventListener(ContextClosedEvent.class)
  void end() {
    teller.shutdownNow();
    listeners.forEach(SseEmitter::complete);
  }
}
