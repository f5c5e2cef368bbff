package app.reliquum.labels;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import uk.org.okapibarcode.graphics.Rectangle;

/** Draws labels on PDF pages: an A4 sheet of them, or one a page for a label printer. */
final class LabelSheet {

  private static final float MM = 72 / 25.4f;
  private static final float MARGIN = 2.5f * MM;
  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

  /** The widest that one module of a symbol is drawn, so that small codes stay small. */
  private static final float WIDEST_BAR = 0.6f * MM;

  private static final float WIDEST_SQUARE = 1.2f * MM;

  private LabelSheet() {}

  /**
   * How labels lie on paper.
   *
   * @param pageWidth in millimetres, like everything here
   * @param columns how many labels lie beside one another
   */
  record Layout(
      float pageWidth,
      float pageHeight,
      int columns,
      int rows,
      float left,
      float top,
      float width,
      float height) {

    /** A sheet of three by eight labels, 70 by 36 mm. */
    static final Layout A4 = new Layout(210, 297, 3, 8, 0, 4.5f, 70, 36);

    /** A page for the wall: two by eight labels, 105 by 36 mm. */
    static final Layout WALL = new Layout(210, 297, 2, 8, 0, 4.5f, 105, 36);

    /** One label a page. */
    static Layout single(float width, float height) {
      return new Layout(width, height, 1, 1, 0, 0, width, height);
    }
  }

  static byte[] pdf(List<Label> labels, Symbols.Kind kind, Layout layout, int startAt) {
    try (PDDocument document = new PDDocument();
        InputStream font = PDDocument.class.getResourceAsStream(FONT)) {
      PDFont letters = PDType0Font.load(document, font);
      int onPage = layout.columns() * layout.rows();
      int cell = startAt % onPage;
      PDPageContentStream out = null;
      for (Label label : labels) {
        if (out == null || cell == onPage) {
          if (out != null) {
            out.close();
            cell = 0;
          }
          PDPage page =
              new PDPage(new PDRectangle(layout.pageWidth() * MM, layout.pageHeight() * MM));
          document.addPage(page);
          out = new PDPageContentStream(document, page);
        }
        float x = (layout.left() + cell % layout.columns() * layout.width()) * MM;
        float y =
            (layout.pageHeight() - layout.top() - (cell / layout.columns() + 1) * layout.height())
                * MM;
        new Cell(out, letters, x, y, layout.width() * MM, layout.height() * MM).draw(label, kind);
        cell++;
      }
      if (out != null) {
        out.close();
      }
      document.getDocumentInformation().setTitle("Labels");
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      document.save(bytes);
      return bytes.toByteArray();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** One label's part of a page. */
  private record Cell(
      PDPageContentStream out, PDFont font, float x, float y, float width, float height) {

    void draw(Label label, Symbols.Kind kind) throws IOException {
      Symbols.Drawn symbol = Symbols.draw(label, kind);
      float innerWidth = width - 2 * MARGIN;
      float innerHeight = height - 2 * MARGIN;
      boolean beside = kind != Symbols.Kind.BARS;
      // Square symbols stand beside the words, bars under them.
      float boxWidth = beside ? Math.min(innerWidth * 0.45f, innerHeight) : innerWidth;
      float boxHeight = beside ? innerHeight : innerHeight * 0.42f;
      float module =
          Math.min(
              beside ? WIDEST_SQUARE : WIDEST_BAR,
              beside
                  ? Math.min(boxWidth / (float) symbol.width(), boxHeight / (float) symbol.height())
                  : boxWidth / (float) symbol.width());
      float drawnHeight = beside ? module * (float) symbol.height() : boxHeight;
      float stretch = drawnHeight / (float) symbol.height();
      float left = x + MARGIN + (beside ? (boxWidth - module * (float) symbol.width()) / 2 : 0);
      float bottom = beside ? y + (height - drawnHeight) / 2 : y + MARGIN + 8;
      for (Rectangle bar : symbol.rectangles()) {
        out.addRect(
            left + (float) bar.x * module,
            bottom + drawnHeight - (float) (bar.y + bar.height) * stretch,
            (float) bar.width * module,
            (float) bar.height * stretch);
      }
      out.fill();
      float textLeft = beside ? x + MARGIN + boxWidth + MARGIN : left;
      float textWidth = x + width - MARGIN - textLeft;
      words(label, textLeft, textWidth, beside);
    }

    private void words(Label label, float left, float textWidth, boolean beside)
        throws IOException {
      float size = fitting(label.title(), textWidth, beside ? 16 : 20);
      float baseline = y + height - MARGIN - size;
      text(label.title(), size, left, baseline);
      for (String line : label.lines()) {
        float small = fitting(line, textWidth, 9);
        baseline -= small + 2;
        text(line, small, left, baseline);
      }
      String readable = label.readable();
      text(readable, fitting(readable, textWidth, 7), left, y + MARGIN);
    }

    private float fitting(String text, float room, float largest) throws IOException {
      float wide = font.getStringWidth(printable(text)) / 1000;
      return wide <= 0 ? largest : Math.max(3, Math.min(largest, room / wide));
    }

    private void text(String text, float size, float left, float baseline) throws IOException {
      out.beginText();
      out.setFont(font, size);
      out.newLineAtOffset(left, baseline);
      out.showText(printable(text));
      out.endText();
    }

    /** What the font has no sign for is shown as a question mark. */
    private String printable(String text) {
      StringBuilder shown = new StringBuilder();
      text.codePoints()
          .forEach(
              point -> {
                String sign = Character.toString(point);
                try {
                  font.encode(sign);
                  shown.append(sign);
                } catch (IOException | IllegalArgumentException unknown) {
                  shown.append('?');
                }
              });
      return shown.toString();
    }
  }
}
