package app.reliquum.feed;

import app.reliquum.api.Actor;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open pages what kinds of things have changed, at most a few times a second, however much
 * happens; to those who work at the site where it was.
 *
 * <p>Every event carries how far the feed is told by it. A page that was cut off says how far it
 * had heard, and is told at once what it has missed.
 */
@RestController
class Live implements FeedFollower {

  private static final long FOR_HALF_AN_HOUR = TimeUnit.MINUTES.toMillis(30);
  private static final long PAUSE_MILLIS = 250;
  private static final long SIGN_OF_LIFE_SECONDS = 20;

  /** What pages are told of; the rest is the servers' own business. */
  private static final Set<FeedTopic> TOLD =
      EnumSet.complementOf(EnumSet.of(FeedTopic.RESERVATION, FeedTopic.SIGN_IN));

  /** An open page, and whose it is. */
  private record Listener(SseEmitter emitter, Actor actor) {
    boolean hears(FeedEntry entry) {
      return TOLD.contains(entry.topic())
          && (entry.sites().isEmpty() || entry.sites().stream().anyMatch(actor::worksAt));
    }
  }

  private final Feed feed;
  private final List<Listener> listeners = new CopyOnWriteArrayList<>();
  private final List<FeedEntry> untold = new ArrayList<>();
  private final ScheduledExecutorService teller =
      Executors.newSingleThreadScheduledExecutor(
          work -> {
            Thread thread = new Thread(work, "live");
            thread.setDaemon(true);
            return thread;
          });

  Live(Feed feed) {
    this.feed = feed;
    teller.scheduleWithFixedDelay(this::tell, PAUSE_MILLIS, PAUSE_MILLIS, TimeUnit.MILLISECONDS);
    teller.scheduleWithFixedDelay(
        () -> listeners.forEach(one -> send(one, SseEmitter.event().comment("here"))),
        SIGN_OF_LIFE_SECONDS,
        SIGN_OF_LIFE_SECONDS,
        TimeUnit.SECONDS);
  }

  @Operation(
      operationId = "listenToChanges",
      summary = "What kinds of things change, as it happens",
      description =
          "Server-sent events, named by what has changed. Who was cut off says the id of the last"
              + " event, as browsers do by a header, and hears what it has missed.")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter listen(
      Actor actor,
      @RequestHeader(name = "Last-Event-ID", required = false) @Nullable Long last,
      @RequestParam(required = false) @Nullable Long after)
      throws IOException {
    SseEmitter emitter = new SseEmitter(FOR_HALF_AN_HOUR);
    Listener listener = new Listener(emitter, actor);
    emitter.onCompletion(() -> listeners.remove(listener));
    emitter.onTimeout(emitter::complete);
    emitter.onError(fault -> listeners.remove(listener));
    // First it listens, then it catches up: twice is nothing lost.
    listeners.add(listener);
    try {
      long now = feed.last();
      emitter.send(SseEmitter.event().comment("listening").id(Long.toString(now)));
      Long heard = last != null ? last : after;
      if (heard != null) {
        catchUp(listener, heard, now);
      }
    } catch (IOException | RuntimeException fault) {
      listeners.remove(listener);
      throw fault;
    }
    return emitter;
  }

  private void catchUp(Listener listener, long heard, long now) {
    List<FeedEntry> missed = feed.since(heard);
    if (missed == null) {
      TOLD.forEach(topic -> send(listener, event(topic, now)));
    } else {
      tell(listener, missed);
    }
  }

  @Override
  public void follow(List<FeedEntry> entries) {
    for (FeedEntry entry : entries) {
      if (entry.topic() == FeedTopic.SIGN_IN) {
        ended(entry.subject());
      }
    }
    if (!listeners.isEmpty()) {
      synchronized (untold) {
        untold.addAll(entries);
      }
    }
  }

  /** Whoever is signed out hears no more; whose rights have changed listens anew, with others. */
  private void ended(long person) {
    listeners.stream()
        .filter(listener -> listener.actor().id() == person)
        .forEach(listener -> listener.emitter().complete());
  }

  private void tell() {
    List<FeedEntry> entries;
    synchronized (untold) {
      if (untold.isEmpty()) {
        return;
      }
      entries = List.copyOf(untold);
      untold.clear();
    }
    listeners.forEach(listener -> tell(listener, entries));
  }

  /** Each topic once, by its last entry. */
  private void tell(Listener listener, List<FeedEntry> entries) {
    Map<FeedTopic, Long> last = new EnumMap<>(FeedTopic.class);
    entries.stream()
        .filter(listener::hears)
        .forEach(entry -> last.put(entry.topic(), entry.sequence()));
    last.entrySet().stream()
        .sorted(Map.Entry.comparingByValue())
        .forEach(one -> send(listener, event(one.getKey(), one.getValue())));
  }

  private static SseEmitter.SseEventBuilder event(FeedTopic topic, long sequence) {
    String what = topic.name().toLowerCase(Locale.ROOT);
    return SseEmitter.event().id(Long.toString(sequence)).name(what).data(what);
  }

  private void send(Listener listener, SseEmitter.SseEventBuilder event) {
    try {
      listener.emitter().send(event);
    } catch (IOException | IllegalStateException gone) {
      listeners.remove(listener);
    }
  }

  /** Listeners would keep the server from ending for as long as they listen. */
  @EventListener(ContextClosedEvent.class)
  void end() {
    teller.shutdownNow();
    listeners.forEach(listener -> listener.emitter().complete());
  }
}
