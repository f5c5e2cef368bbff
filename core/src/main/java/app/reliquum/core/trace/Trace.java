package app.reliquum.core.trace;

import app.reliquum.core.ledger.Goods;
import app.reliquum.core.ledger.PositionKey;
import app.reliquum.core.place.PlaceKind;
import app.reliquum.core.quantity.Quantity;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Where lots and pieces came from and where they went.
 *
 * <p>Starting from what is asked for, it follows jobs: backwards to the components of what was
 * made, and theirs, forwards to what was made of it, and of that. Components are followed backwards
 * only, products forwards only: what else became of a component says nothing about the subject.
 *
 * @param parts the subject first, then what was found step by step
 * @param jobs the jobs that were passed, in the order in which they were found
 * @param complete false if it was broken off because it had too many lines
 */
public record Trace(List<TracedPart> parts, List<JobStep> jobs, boolean complete) {

  public Trace {
    parts = List.copyOf(parts);
    jobs = List.copyOf(jobs);
  }

  /**
   * Traces lots and pieces.
   *
   * @param subjects what is asked for
   * @param source the ledger
   * @param mostLines a trace that has more lines than this is not followed on
   */
  public static Trace of(Set<TracedGoods> subjects, TraceSource source, int mostLines) {
    return new Walk(source, mostLines).from(subjects);
  }

  /** One walk over the ledger, step by step from job to job. */
  private static final class Walk {

    private final TraceSource source;
    private final int mostLines;
    private final Map<TracedGoods, TracedPart.Role> roles = new LinkedHashMap<>();
    private final Map<TracedGoods, List<TraceLine>> lines = new HashMap<>();
    private final Map<String, JobStep> jobs = new LinkedHashMap<>();
    private int read;

    Walk(TraceSource source, int mostLines) {
      this.source = source;
      this.mostLines = mostLines;
    }

    Trace from(Set<TracedGoods> subjects) {
      subjects.forEach(goods -> roles.put(goods, TracedPart.Role.SUBJECT));
      Set<TracedGoods> edge = new LinkedHashSet<>(subjects);
      boolean complete = true;
      while (!edge.isEmpty()) {
        if (read > mostLines) {
          complete = false;
          edge.forEach(roles::remove);
          break;
        }
        readLines(edge);
        readJobs(edge);
        edge = next(edge);
      }
      return new Trace(parts(), List.copyOf(jobs.values()), complete);
    }

    private void readLines(Set<TracedGoods> edge) {
      edge.forEach(goods -> lines.put(goods, new ArrayList<>()));
      for (TraceLine line : source.linesOf(edge)) {
        read++;
        among(edge, line.goods()).forEach(goods -> lines.get(goods).add(line));
      }
    }

    private void readJobs(Set<TracedGoods> edge) {
      Set<String> documents = new LinkedHashSet<>();
      for (TracedGoods goods : edge) {
        for (TraceLine line : lines.get(goods)) {
          if (ofJob(line) && !jobs.containsKey(line.document())) {
            documents.add(line.document());
          }
        }
      }
      if (documents.isEmpty()) {
        return;
      }
      Map<String, List<TraceLine>> found = new LinkedHashMap<>();
      documents.forEach(document -> found.put(document, new ArrayList<>()));
      for (TraceLine line : source.linesOfJobs(documents)) {
        read++;
        found.get(line.document()).add(line);
      }
      found.forEach((document, ofJob) -> jobs.put(document, JobStep.of(document, ofJob)));
    }

    private static boolean ofJob(TraceLine line) {
      return !line.document().isEmpty()
          && (line.from().kind() == PlaceKind.USED_UP || line.to().kind() == PlaceKind.USED_UP);
    }

    private Set<TracedGoods> next(Set<TracedGoods> edge) {
      Set<TracedGoods> next = new LinkedHashSet<>();
      for (TracedGoods goods : edge) {
        TracedPart.Role role = roles.get(goods);
        Set<String> documents = new LinkedHashSet<>();
        lines.get(goods).stream()
            .filter(Walk::ofJob)
            .forEach(line -> documents.add(line.document()));
        for (String document : documents) {
          JobStep step = jobs.get(document);
          if (role != TracedPart.Role.PRODUCT && step.hasMade(goods)) {
            add(step.used(), TracedPart.Role.COMPONENT, next);
          }
          if (role != TracedPart.Role.COMPONENT && step.hasUsed(goods)) {
            add(step.made(), TracedPart.Role.PRODUCT, next);
          }
        }
      }
      return next;
    }

    private void add(Map<Goods, Quantity> found, TracedPart.Role role, Set<TracedGoods> next) {
      for (TracedGoods goods : JobStep.traced(found)) {
        if (roles.putIfAbsent(goods, role) == null) {
          next.add(goods);
        }
      }
    }

    /** Which of the traced some goods are part of: their lot, their piece, or both. */
    private static List<TracedGoods> among(Set<TracedGoods> traced, Goods goods) {
      List<TracedGoods> found = new ArrayList<>(2);
      if (goods.lot() > 0) {
        found.add(TracedGoods.lot(goods.item(), goods.lot()));
      }
      if (goods.serial() > 0) {
        found.add(TracedGoods.piece(goods.item(), goods.serial()));
      }
      found.removeIf(one -> !traced.contains(one));
      return found;
    }

    private List<TracedPart> parts() {
      Map<TracedGoods, Map<PositionKey, Quantity>> held = new HashMap<>();
      roles.keySet().forEach(goods -> held.put(goods, new TreeMap<>()));
      source
          .held(roles.keySet())
          .forEach(
              (key, quantity) ->
                  among(roles.keySet(), key.goods())
                      .forEach(goods -> held.get(goods).put(key, quantity)));
      return roles.entrySet().stream()
          .map(
              one ->
                  TracedPart.of(
                      one.getKey(),
                      one.getValue(),
                      lines.get(one.getKey()),
                      held.get(one.getKey())))
          .toList();
    }
  }
}
