package app.reliquum.documents;

import app.reliquum.api.Problem;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;

/** What files may be attached; a file is what it begins with, whatever its name says. */
enum AttachedType {
  PDF("application/pdf", true, "pdf"),
  JPEG("image/jpeg", true, "jpg", "jpeg"),
  PNG("image/png", true, "png"),
  WEBP("image/webp", true, "webp"),
  XLSX("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet", false, "xlsx"),
  DOCX("application/vnd.openxmlformats-officedocument.wordprocessingml.document", false, "docx"),
  ODS("application/vnd.oasis.opendocument.spreadsheet", false, "ods"),
  ODT("application/vnd.oasis.opendocument.text", false, "odt"),
  /** Also tables, mails and other texts: nothing in them is done. */
  TEXT("text/plain;charset=UTF-8", false, "txt", "csv", "xml", "json", "eml", "log");

  private final String mediaType;
  private final boolean shown;
  private final String[] endings;

  AttachedType(String mediaType, boolean shown, String... endings) {
    this.mediaType = mediaType;
    this.shown = shown;
    this.endings = endings;
  }

  String mediaType() {
    return mediaType;
  }

  /** Whether a page may show it; others are saved. */
  static boolean isShown(String mediaType) {
    return Arrays.stream(values()).anyMatch(one -> one.shown && one.mediaType.equals(mediaType));
  }

  private boolean endsLike(String name) {
    String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    return Arrays.asList(endings).contains(ending);
  }

  /**
   * What a file is.
   *
   * @throws Problem if it is nothing that may be attached
   */
  static AttachedType of(String name, byte[] content) {
    if (begins(content, 0, "%PDF-")) {
      return PDF;
    }
    if (content.length > 3 && (content[0] & 0xff) == 0xff && (content[1] & 0xff) == 0xd8) {
      return JPEG;
    }
    if (begins(content, 1, "PNG\r\n") && (content[0] & 0xff) == 0x89) {
      return PNG;
    }
    if (begins(content, 0, "RIFF") && begins(content, 8, "WEBP")) {
      return WEBP;
    }
    if (begins(content, 0, "PK\u0003\u0004")) {
      for (AttachedType office : new AttachedType[] {XLSX, DOCX, ODS, ODT}) {
        if (office.endsLike(name)) {
          return office;
        }
      }
    }
    if (TEXT.endsLike(name) && isText(content)) {
      return TEXT;
    }
    throw Problem.invalid(
        "file",
        "Expected a PDF, a picture (JPEG, PNG, WebP), a text (txt, csv, xml, json, eml in UTF-8) or"
            + " an office file (xlsx, docx, ods, odt).");
  }

  private static boolean begins(byte[] content, int at, String with) {
    byte[] wanted = with.getBytes(StandardCharsets.ISO_8859_1);
    return content.length >= at + wanted.length
        && Arrays.equals(content, at, at + wanted.length, wanted, 0, wanted.length);
  }

  private static boolean isText(byte[] content) {
    for (byte one : content) {
      if (one == 0) {
        return false;
      }
    }
    try {
      StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(content));
      return true;
    } catch (CharacterCodingException other) {
      return false;
    }
  }
}
