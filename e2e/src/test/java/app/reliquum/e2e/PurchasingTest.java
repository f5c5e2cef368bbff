package app.reliquum.e2e;

import static app.reliquum.e2e.Browser.button;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

/** An order with its taxes goes out as a document, is answered by one, and someone is told. */
class PurchasingTest {

  @RegisterExtension static final PackedHouse HOUSE = new PackedHouse();
  @RegisterExtension static final Browser BROWSER = new Browser();

  private static final String RESPONSE =
      """
      <OrderResponse xmlns="urn:oasis:names:specification:ubl:schema:xsd:OrderResponse-2"
          xmlns:cac="urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2"
          xmlns:cbc="urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2">
        <cbc:ID>OR-77</cbc:ID>
        <cbc:IssueDate>2026-03-02</cbc:IssueDate>
        <cbc:OrderResponseCode>CA</cbc:OrderResponseCode>
        <cac:OrderReference><cbc:ID>%s</cbc:ID></cac:OrderReference>
        <cac:SellerSupplierParty/>
        <cac:BuyerCustomerParty/>
        <cac:OrderLine><cac:LineItem>
          <cbc:ID>1</cbc:ID>
          <cbc:LineStatusCode>3</cbc:LineStatusCode>
          <cbc:Quantity unitCode="C62">30</cbc:Quantity>
          <cac:Delivery><cac:PromisedDeliveryPeriod><cbc:EndDate>%s</cbc:EndDate>
          </cac:PromisedDeliveryPeriod></cac:Delivery>
          <cac:Item><cbc:Name>Flare</cbc:Name></cac:Item>
        </cac:LineItem></cac:OrderLine>
      </OrderResponse>
      """;

  private static Page open(Page page, String path) {
    page.navigate(HOUSE.address().resolve(path).toString());
    return page;
  }

  private static Locator row(Page page, String text) {
    return page.locator("[data-key]").filter(new Locator.FilterOptions().setHasText(text));
  }

  @Test
  void anOrderIsSentAsADocumentAnsweredByOneAndTheClerkIsTold() {
    Page maren = BROWSER.office(HOUSE.address(), "maren");
    open(maren, "/office/coming/inbound?open=new");
    maren.getByLabel("Supplier *").fill("HARBINGER");
    maren.getByLabel("Item", new Page.GetByLabelOptions().setExact(true)).fill("FLR-001");
    maren.getByLabel("Quantity", new Page.GetByLabelOptions().setExact(true)).fill("40");
    maren.getByLabel("Unit price", new Page.GetByLabelOptions().setExact(true)).fill("10");
    button(maren, "Save").click();
    Locator panel = maren.getByRole(AriaRole.COMPLEMENTARY);
    assertThat(panel.getByText("VAT 20 % of 400.00")).isVisible();
    assertThat(panel.getByText("480.00")).isVisible();
    String number = panel.getByRole(AriaRole.HEADING).first().innerText();
    Browser.accessible(maren);
    button(maren, "Send to the supplier").click();
    assertThat(button(maren, "Send again")).isVisible();

    open(maren, "/office/coming/letters");
    row(maren, "Order " + number).click();
    Locator attached =
        maren.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(number + ".xml"));
    String document =
        maren
            .request()
            .get(HOUSE.address().resolve(attached.getAttribute("href")).toString())
            .text();
    org.assertj.core.api.Assertions.assertThat(document)
        .contains(">" + number + "<")
        .contains(">480.00<")
        .contains("currencyID=\"EUR\"");

    // The supplier's system answers: thirty, and later.
    open(maren, "/office/coming/inbound?open=response");
    LocalDate later = LocalDate.now().plusDays(20);
    maren
        .getByLabel("Choose file")
        .setInputFiles(
            new FilePayload(
                "answer.xml",
                "text/xml",
                RESPONSE.formatted(number, later).getBytes(StandardCharsets.UTF_8)));
    assertThat(panel.getByText("Changed by the supplier").first()).isVisible();
    assertThat(panel.getByText("VAT 20 % of 300.00")).isVisible();

    // Whoever sees to goods in is told, and finds the order.
    Page oddny = BROWSER.office(HOUSE.address(), "oddny");
    Locator unread = oddny.getByLabel(Pattern.compile("unread notice"));
    assertThat(unread).isVisible();
    unread.click();
    oddny
        .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Notices")))
        .click();
    row(oddny, "changed " + number).click();
    Browser.accessible(oddny);
    oddny.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Open")).click();
    assertThat(
            oddny
                .getByRole(AriaRole.COMPLEMENTARY)
                .getByRole(AriaRole.HEADING, new Locator.GetByRoleOptions().setName(number)))
        .isVisible();
    open(oddny, "/office/own/notices?filter=ALL");
    assertThat(row(oddny, "changed " + number)).isVisible();
  }
}
