package app.reliquum.api;

import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** A file as an answer: shown by the browser, or kept by it under a name. */
public final class FileAnswer {

  private FileAnswer() {}

  /** To be looked at. */
  public static ResponseEntity<byte[]> shown(byte[] content, MediaType type, String name) {
    return of(content, type, ContentDisposition.inline().filename(name));
  }

  /** To be kept. */
  public static ResponseEntity<byte[]> kept(byte[] content, MediaType type, String name) {
    return of(content, type, ContentDisposition.attachment().filename(name));
  }

  private static ResponseEntity<byte[]> of(
      byte[] content, MediaType type, ContentDisposition.Builder named) {
    return ResponseEntity.ok()
        .contentType(type)
        .header(HttpHeaders.CONTENT_DISPOSITION, named.build().toString())
        .body(content);
  }
}
