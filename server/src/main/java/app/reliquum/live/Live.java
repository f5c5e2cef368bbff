package app.reliquum.live;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.counting.CountChanged;
import app.reliquum.people.SignInEnded;
import app.reliquum.stock.StockMoved;
import io.swagger.v3.oas.annotations.Operation;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Predicate;
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
 * happens; to those who work at the site where it was.
 */
@RestController
class Live {

  private static final long FOR_HALF_AN_HOUR = TimeUnit.MINUTES.toMillis(30);
  private static final long PAUSE_MILLIS = 250;
  private static final long SIGN_OF_LIFE_SECONDS = 20;

  /** An open page, and whose it is. */
  private record Listener(SseEmitter emitter, Actor actor) {
    boolean hears(Set<Long> sites) {
      return sites.stream().anyMatch(actor::worksAt);
    }
  }

  private final List<Listener> listeners = new CopyOnWriteArrayList<>();
  private final Set<Long> moved = ConcurrentHashMap.newKeySet();
  private final Set<Long> counted = ConcurrentHashMap.newKeySet();
  private final ScheduledExecutorService teller =
      Executors.newSingleThreadScheduledExecutor(
          work -> {
            Thread thread = new Thread(work, "live");
            thread.setDaemon(true);
            return thread;
          });

  Live() {
    teller.scheduleWithFixedDelay(this::tell, PAUSE_MILLIS, PAUSE_MILLIS, TimeUnit.MILLISECONDS);
    teller.scheduleWithFixedDelay(
        () -> send(all -> true, () -> SseEmitter.event().comment("here")),
        SIGN_OF_LIFE_SECONDS,
        SIGN_OF_LIFE_SECONDS,
        TimeUnit.SECONDS);
  }

  @Operation(operationId = "listenToChanges", summary = "What changes, as it happens")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter listen(Actor actor) throws IOException {
    SseEmitter emitter = new SseEmitter(FOR_HALF_AN_HOUR);
    Listener listener = new Listener(emitter, actor);
    emitter.onCompletion(() -> listeners.remove(listener));
    emitter.onTimeout(emitter::complete);
    emitter.onError(fault -> listeners.remove(listener));
    emitter.send(SseEmitter.event().comment("listening"));
    listeners.add(listener);
    return emitter;
  }

  @TransactionalEventListener(fallbackExecution = true)
  void moved(StockMoved stock) {
    moved.addAll(stock.sites());
  }

  @TransactionalEventListener(fallbackExecution = true)
  void counted(CountChanged count) {
    counted.add(count.site());
  }

  /** Whoever is signed out hears no more; whose rights have changed listens anew, with others. */
  @EventListener
  void ended(SignInEnded ended) {
    listeners.stream()
        .filter(listener -> listener.actor().id() == ended.person())
        .forEach(listener -> listener.emitter().complete());
  }

  private void tell() {
    tell("stock", moved);
    tell("count", counted);
  }

  private void tell(String what, Set<Long> where) {
    Set<Long> sites = new HashSet<>(where);
    if (!sites.isEmpty()) {
      where.removeAll(sites);
      send(listener -> listener.hears(sites), () -> SseEmitter.event().name(what).data(what));
    }
  }

  private void send(Predicate<Listener> to, Supplier<SseEmitter.SseEventBuilder> event) {
    for (Listener listener : listeners) {
      if (to.test(listener)) {
        try {
          listener.emitter().send(event.get());
        } catch (IOException | IllegalStateException gone) {
          listeners.remove(listener);
        }
      }
    }
  }

  /** Listeners would keep the server from ending for as long as they listen. */
  @EventListener(ContextClosedEvent.class)
  void end() {
    teller.shutdownNow();
    listeners.forEach(listener -> listener.emitter().complete());
  }
}
