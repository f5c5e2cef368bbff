package app.reliquum.house;

import app.reliquum.api.printing.PaperMade;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.web.util.HtmlUtils;
import uk.org.okapibarcode.backend.Code128;
import uk.org.okapibarcode.backend.HumanReadableLocation;
import uk.org.okapibarcode.output.Java2DRenderer;

/** Prints documents as PDF: A4, with the house's name and logo, pages numbered. */
@Service
public class PdfPrinter {

  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

  private static final String STYLE =
      """
      @page { size: A4; margin: 14mm 14mm 18mm 14mm;
        @bottom-left { content: element(foot); font-size: 8pt }
        @bottom-right { content: counter(page) " / " counter(pages); font-family: Liberation;
          font-size: 8pt } }
      body { font-family: Liberation; font-size: 9.5pt; color: #231F1A }
      .foot { position: running(foot); font-size: 8pt }
      .head { width: 100%; border-bottom: 2.5pt solid #231F1A; padding-bottom: 4pt }
      .head td { vertical-align: bottom; padding: 0 }
      .logo { height: 15mm; margin-right: 5mm }
      .house { font-size: 13pt }
      .small { font-size: 8pt }
      h1 { font-size: 24pt; font-weight: normal; margin: 8pt 0 2pt 0 }
      .number { font-size: 14pt }
      .boxes { width: 100%; margin-top: 8pt; border-spacing: 0 }
      .boxes td { border: 0.75pt solid #231F1A; padding: 5pt; vertical-align: top; width: 50% }
      .label { font-size: 7.5pt; text-transform: uppercase; letter-spacing: 0.5pt }
      .facts { margin-top: 8pt }
      .facts td { padding-right: 14pt; vertical-align: top }
      table.rows { width: 100%; border-collapse: collapse; margin-top: 10pt;
        -fs-table-paginate: paginate }
      .rows th { text-align: left; font-weight: normal; font-size: 7.5pt; text-transform: uppercase;
        border-bottom: 1.25pt solid #231F1A; padding: 3pt }
      .rows td { border-bottom: 0.5pt solid #B8AC98; padding: 4pt 3pt; vertical-align: middle }
      .rows tr { page-break-inside: avoid }
      .rows .n { text-align: right; white-space: nowrap }
      .rows .c { white-space: nowrap }
      .box { border: 0.75pt solid #231F1A; width: 16mm; height: 6mm }
      .words { margin-top: 8pt }
      .signs { width: 100%; margin-top: 16pt; border-spacing: 6pt 0; page-break-inside: avoid }
      .signs td { border: 0.75pt solid #231F1A; height: 24mm; padding: 4pt; vertical-align: top }
      """;

  private final House house;
  private final ApplicationEventPublisher events;

  PdfPrinter(House house, ApplicationEventPublisher events) {
    this.house = house;
    this.events = events;
  }

  /** A document as PDF. */
  public byte[] pdf(Paper paper) {
    String says = html(paper);
    byte[] pdf = made(says);
    events.publishEvent(new PaperMade(paper.number, paper.title, says, paper.forReviewers, pdf));
    return pdf;
  }

  private static byte[] made(String html) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      new PdfRendererBuilder()
          .useFastMode()
          .useFont(() -> PDDocument.class.getResourceAsStream(FONT), "Liberation")
          .withHtmlContent(html, null)
          .toStream(out)
          .run();
      return out.toByteArray();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  /** Several documents as one PDF, each on a page of its own. */
  public byte[] pdf(List<Paper> papers) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PDFMergerUtility all = new PDFMergerUtility();
    papers.forEach(paper -> all.addSource(new RandomAccessReadBuffer(pdf(paper))));
    all.setDestinationStream(out);
    try {
      all.mergeDocuments(null);
      return out.toByteArray();
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private String html(Paper paper) {
    House.Card card = house.card();
    StringBuilder html = new StringBuilder();
    html.append("<html><head><title>")
        .append(text(paper.title + " " + paper.number))
        .append("</title><style>")
        .append(STYLE)
        .append("</style></head><body><div class='foot'>")
        .append(text(card.name() + " · " + paper.title + " " + paper.number))
        .append("</div><table class='head'><tr>");
    house
        .logo()
        .ifPresent(
            logo ->
                html.append("<td style='width:1%'><img class='logo' src='")
                    .append(data(logo.mediaType(), logo.content()))
                    .append("'/></td>"));
    html.append("<td><div class='house'>")
        .append(text(card.name()))
        .append("</div><div class='small'>")
        .append(text(joined(card.street(), card.town())))
        .append("</div></td><td style='text-align:right'>")
        .append(bars(paper.barcode, 11))
        .append("</td></tr></table><h1>")
        .append(text(paper.title))
        .append("</h1><div class='number'>")
        .append(text(paper.number))
        .append("</div>");
    paper.parts.forEach(part -> part(html, part));
    return html.append("</body></html>").toString();
  }

  private static void part(StringBuilder html, Paper.Part part) {
    if (part instanceof Paper.Boxes of) {
      html.append("<table class='boxes'><tr>");
      for (Map.Entry<String, List<String>> box : of.boxes().entrySet()) {
        html.append("<td><div class='label'>").append(text(box.getKey())).append("</div>");
        box.getValue().forEach(line -> html.append("<div>").append(text(line)).append("</div>"));
        html.append("</td>");
      }
      html.append("</tr></table>");
    } else if (part instanceof Paper.Facts of) {
      html.append("<table class='facts'><tr>");
      of.facts()
          .forEach(
              (label, value) ->
                  html.append("<td><div class='label'>")
                      .append(text(label))
                      .append("</div>")
                      .append(text(value))
                      .append("</td>"));
      html.append("</tr></table>");
    } else if (part instanceof Paper.Table of) {
      table(html, of);
    } else if (part instanceof Paper.Prose of) {
      html.append("<div class='words'>").append(text(of.text())).append("</div>");
    } else if (part instanceof Paper.Signatures of) {
      html.append("<table class='signs'><tr>");
      of.who()
          .forEach(
              who ->
                  html.append("<td><div class='label'>").append(text(who)).append("</div></td>"));
      html.append("</tr></table>");
    }
  }

  private static void table(StringBuilder html, Paper.Table table) {
    html.append("<table class='rows'><thead><tr>");
    for (Paper.Column column : table.columns()) {
      html.append(column.kind() == Paper.Kind.NUMBER ? "<th class='n'>" : "<th>")
          .append(text(column.title()))
          .append("</th>");
    }
    html.append("</tr></thead><tbody>");
    for (List<String> row : table.rows()) {
      html.append("<tr>");
      for (int i = 0; i < row.size(); i++) {
        String cell = row.get(i) == null ? "" : row.get(i);
        switch (table.columns().get(i).kind()) {
          case TEXT -> html.append("<td>").append(text(cell)).append("</td>");
          case NUMBER -> html.append("<td class='n'>").append(text(cell)).append("</td>");
          case CODE -> html.append("<td class='c'>").append(text(cell)).append("</td>");
          case BOX -> html.append("<td><div class='box'></div></td>");
          case BARS ->
              html.append("<td>").append(cell.isEmpty() ? "" : bars(cell, 7)).append("</td>");
        }
      }
      html.append("</tr>");
    }
    html.append("</tbody></table>");
  }

  /** A Code 128 as a picture. */
  private static String bars(String content, int heightMm) {
    Code128 symbol = new Code128();
    symbol.setBarHeight(40);
    symbol.setHumanReadableLocation(HumanReadableLocation.NONE);
    symbol.setQuietZoneHorizontal(4);
    symbol.setContent(content);
    int scale = 3;
    BufferedImage image =
        new BufferedImage(
            symbol.getWidth() * scale, symbol.getHeight() * scale, BufferedImage.TYPE_BYTE_GRAY);
    Graphics2D pen = image.createGraphics();
    pen.setColor(Color.WHITE);
    pen.fillRect(0, 0, image.getWidth(), image.getHeight());
    new Java2DRenderer(
            pen,
            scale,
            uk.org.okapibarcode.graphics.Color.WHITE,
            uk.org.okapibarcode.graphics.Color.BLACK)
        .render(symbol);
    pen.dispose();
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, "png", png);
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
    double widthMm = symbol.getWidth() * 0.25;
    return "<img style='width:"
        + widthMm
        + "mm;height:"
        + heightMm
        + "mm' src='"
        + data("image/png", png.toByteArray())
        + "'/>";
  }

  private static String data(String mediaType, byte[] content) {
    return "data:" + mediaType + ";base64," + Base64.getEncoder().encodeToString(content);
  }

  private static String joined(String street, String town) {
    return street.isEmpty() || town.isEmpty() ? street + town : street + ", " + town;
  }

  private static String text(String plain) {
    // Signs that XML has no place for are left out.
    return HtmlUtils.htmlEscapeDecimal(plain.replaceAll("[\\p{Cntrl}&&[^\\n]]", ""), "UTF-8");
  }
}
