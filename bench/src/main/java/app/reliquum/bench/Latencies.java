package app.reliquum.bench;

import java.util.Arrays;

/** How long each of many requests took, and how many there were in a second. */
record Latencies(long[] nanos, double seconds) {

  double perSecond() {
    return nanos.length / seconds;
  }

  /** The time within which a share of the requests were through, in milliseconds. */
  double millis(double share) {
    if (nanos.length == 0) {
      return Double.NaN;
    }
    long[] sorted = nanos.clone();
    Arrays.sort(sorted);
    int index = (int) Math.ceil(share * sorted.length) - 1;
    return sorted[Math.max(0, Math.min(sorted.length - 1, index))] / 1e6;
  }

  String told() {
    return "%8.0f /s   p50 %6.2f   p95 %6.2f   p99 %7.2f ms"
        .formatted(perSecond(), millis(0.5), millis(0.95), millis(0.99));
  }
}
