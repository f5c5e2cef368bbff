package app.reliquum.bench;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;

/**
 * One client's kept-open connection, with as little work on its side as HTTP/1.1 allows: client and
 * server share the machine, and what the client burns the server does not get.
 */
final class Wire implements AutoCloseable {

  private final int port;
  private final String head;
  private Socket socket;
  private InputStream in;

  Wire(int port, Http signedIn) throws IOException {
    this.port = port;
    open();
    head =
        " HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: "
            + signedIn.cookies()
            + "\r\nX-XSRF-TOKEN: "
            + signedIn.token()
            + "\r\nX-Device: bench\r\n";
  }

  private void open() throws IOException {
    socket = new Socket(InetAddress.getLoopbackAddress(), port);
    socket.setTcpNoDelay(true);
    in = new BufferedInputStream(socket.getInputStream(), 1 << 16);
  }

  void get(String path) throws IOException {
    send("GET " + path + head + "\r\n");
  }

  void post(String path, String body) throws IOException {
    // Ids need to be unique here, not secret.
    ThreadLocalRandom random = ThreadLocalRandom.current();
    UUID id =
        new UUID(
            random.nextLong() & ~0xF000L | 0x4000L,
            random.nextLong() & 0x3FFF_FFFF_FFFF_FFFFL | 0x8000_0000_0000_0000L);
    send(
        "POST "
            + path
            + head
            + "Content-Type: application/json\r\nIdempotency-Key: "
            + id
            + "\r\nContent-Length: "
            + body.length()
            + "\r\n\r\n"
            + body);
  }

  private void send(String request) throws IOException {
    socket.getOutputStream().write(request.getBytes(StandardCharsets.ISO_8859_1));
    String status = line();
    int length = -1;
    boolean last = false;
    for (String header = line(); !header.isEmpty(); header = line()) {
      String small = header.toLowerCase(Locale.ROOT);
      if (small.startsWith("content-length:")) {
        length = Integer.parseInt(small.substring(15).strip());
      }
      last |= small.equals("connection: close");
    }
    if (length >= 0) {
      in.skipNBytes(length);
    } else {
      for (int chunk = chunk(); chunk > 0; chunk = chunk()) {
        in.skipNBytes(chunk + 2L);
      }
      line();
    }
    if (last) {
      // The server lets a connection serve a number of requests, and then asks for a new one.
      socket.close();
      open();
    }
    if (!status.startsWith("HTTP/1.1 2")) {
      throw new IOException(status);
    }
  }

  private int chunk() throws IOException {
    return Integer.parseInt(line().strip(), 16);
  }

  private String line() throws IOException {
    StringBuilder line = new StringBuilder(64);
    for (int c = in.read(); c != '\n'; c = in.read()) {
      if (c < 0) {
        throw new IOException("The server hung up.");
      }
      if (c != '\r') {
        line.append((char) c);
      }
    }
    return line.toString();
  }

  @Override
  public void close() throws IOException {
    socket.close();
  }
}
