package app.reliquum.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.IntFunction;

/** Lets a number of clients ask as fast as they get answers, for a while. */
final class Load {

  private Load() {}

  /** One request of one client. */
  interface Request {
    void run() throws Exception;
  }

  static Latencies of(int clients, double seconds, IntFunction<Request> client) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(clients);
    try {
      long start = System.nanoTime();
      long end = start + (long) (seconds * 1e9);
      List<Future<List<Long>>> running = new ArrayList<>();
      for (int i = 0; i < clients; i++) {
        Request request = client.apply(i);
        running.add(
            pool.submit(
                () -> {
                  List<Long> taken = new ArrayList<>();
                  long now = System.nanoTime();
                  while (now < end) {
                    request.run();
                    long then = System.nanoTime();
                    taken.add(then - now);
                    now = then;
                  }
                  return taken;
                }));
      }
      List<Long> all = new ArrayList<>();
      for (Future<List<Long>> one : running) {
        all.addAll(one.get());
      }
      double lasted = (System.nanoTime() - start) / 1e9;
      return new Latencies(all.stream().mapToLong(Long::longValue).toArray(), lasted);
    } finally {
      pool.shutdown();
    }
  }
}
