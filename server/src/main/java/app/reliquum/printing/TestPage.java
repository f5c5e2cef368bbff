package app.reliquum.printing;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/**
 * A page by which one sees that a printer prints: small enough for labels, with its edges drawn.
 */
final class TestPage {

  private static final float MM = 72 / 25.4f;
  private static final PDRectangle SIZE = new PDRectangle(80 * MM, 50 * MM);

  private TestPage() {}

  static byte[] pdf(String printer, String person) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (PDDocument document = new PDDocument()) {
      PDPage page = new PDPage(SIZE);
      document.addPage(page);
      try (PDPageContentStream pen = new PDPageContentStream(document, page)) {
        pen.addRect(2 * MM, 2 * MM, SIZE.getWidth() - 4 * MM, SIZE.getHeight() - 4 * MM);
        pen.stroke();
        write(pen, 14, 30, "Test page");
        write(pen, 10, 20, printer);
        write(pen, 10, 12, person);
      }
      document.save(out);
      return out.toByteArray();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private static void write(PDPageContentStream pen, int size, float up, String text)
      throws IOException {
    pen.beginText();
    pen.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), size);
    pen.newLineAtOffset(6 * MM, up * MM);
    // The font that every reader has knows no more signs than these.
    pen.showText(text.replaceAll("[^\\x20-\\x7E]", "?"));
    pen.endText();
  }
}
