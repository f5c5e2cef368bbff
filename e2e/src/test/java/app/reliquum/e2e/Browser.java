package app.reliquum.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ReducedMotion;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;

/** Debian's Chromium; every page it opens must stay without errors on its console. */
public final class Browser implements BeforeAllCallback, AfterEachCallback, AfterAllCallback {

  static final String PASSWORD = "kittiwake quay";
  private static final String AMOUNT = " [0-9.,]+ \\S+";
  private static final int PATIENCE_MILLIS = 60_000;
  private static final List<String> ARGUMENTS =
      List.of(
          "--no-sandbox",
          "--disable-gpu",
          "--disable-background-networking",
          "--use-fake-ui-for-media-stream",
          "--use-fake-device-for-media-stream");
  // A refused request is an answer; so is no network or no server where a test cuts it.
  private static final Pattern EXPECTED =
      Pattern.compile(
          "status of 4\\d\\d|ERR_(INTERNET_DISCONNECTED|CONNECTION_(REFUSED|RESET)"
              + "|SOCKET_NOT_CONNECTED|EMPTY_RESPONSE|INCOMPLETE_CHUNKED_ENCODING)");
  private static final String AXE = AxeBuilder.getAxeScript();

  private Playwright playwright;
  private com.microsoft.playwright.Browser chromium;
  private final List<BrowserContext> contexts = new ArrayList<>();
  private final List<String> complaints = new ArrayList<>();

  @Override
  public void beforeAll(ExtensionContext context) {
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MILLIS);
    playwright = Playwright.create();
    chromium =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions().setExecutablePath(executable()).setArgs(ARGUMENTS));
  }

  private static Path executable() {
    Path debian = Path.of("/usr/bin/chromium");
    if (!Files.exists(debian)) {
      throw new IllegalStateException("No /usr/bin/chromium: run the tests by ./reliquum test");
    }
    return debian;
  }

  /** A page of a browser of its own, signed in. */
  public Page open(URI house, String person, int width, int height) {
    Page page = front(house, width, height);
    signIn(page, person);
    return page;
  }

  /** The office of someone who was hired a moment ago and first chooses a password of their own. */
  Page firstOffice(URI house, String person, String own) {
    return firstOffice(house, person, PASSWORD, own);
  }

  /** The same, of someone who was given a password of their own. */
  Page firstOffice(URI house, String person, String given, String own) {
    Page page = front(house, 1280, 800);
    askIn(page, person, given);
    page.getByLabel("Present password").fill(given);
    page.getByLabel("New password").first().fill(own);
    page.getByLabel("New password again").fill(own);
    button(page, "Save").click();
    page.waitForURL("**/office/**");
    return page;
  }

  private Page front(URI house, int width, int height) {
    BrowserContext context =
        chromium.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(width, height)
                // Nothing is looked at while it still moves.
                .setReducedMotion(ReducedMotion.REDUCE)
                .setLocale("en-GB")
                .setTimezoneId("Europe/London"));
    Page page = heard(context);
    page.navigate(house.resolve("/").toString());
    return page;
  }

  /** A page of a browser that finds again what it kept in a folder, as one of a device does. */
  Page keptFloor(Path folder, URI house, String person) {
    BrowserContext context =
        playwright
            .chromium()
            .launchPersistentContext(
                folder,
                new BrowserType.LaunchPersistentContextOptions()
                    .setExecutablePath(executable())
                    .setArgs(ARGUMENTS)
                    .setViewportSize(390, 844)
                    .setReducedMotion(ReducedMotion.REDUCE)
                    .setLocale("en-GB")
                    .setTimezoneId("Europe/London"));
    Page page = heard(context);
    page.navigate(house.resolve("/").toString());
    Locator code = page.getByLabel("Your code");
    page.getByText("Scan anything").or(code).first().waitFor();
    if (code.isVisible()) {
      signIn(page, person);
    }
    return page;
  }

  private Page heard(BrowserContext context) {
    context.setDefaultTimeout(PATIENCE_MILLIS);
    contexts.add(context);
    Page page = context.newPage();
    page.onPageError(fault -> complaints.add(fault));
    page.onConsoleMessage(
        message -> {
          if (message.type().equals("error") && !EXPECTED.matcher(message.text()).find()) {
            complaints.add(message.text());
          }
        });
    return page;
  }

  private static void askIn(Page page, String person, String password) {
    page.getByLabel("Your code").fill(person);
    page.getByLabel("Password").fill(password);
    button(page, "Sign in").click();
  }

  private static void signIn(Page page, String person) {
    askIn(page, person, PASSWORD);
    page.waitForFunction("() => /office|floor/.test(location.pathname)");
  }

  Page office(URI house, String person) {
    return open(house, person, 1280, 800);
  }

  Page floor(URI house, String person) {
    Page page = open(house, person, 390, 844);
    page.getByText("Scan anything").waitFor();
    return page;
  }

  static Locator button(Page page, String name) {
    return page.getByRole(
        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  /**
   * Does what a sentence on the Floor says, taking first what it suggests, if it suggests anything.
   *
   * @param suggestion what its button says then
   */
  static void complete(Page page, String act, String... suggestion) {
    String done = act + AMOUNT;
    Locator main =
        page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions()
                .setName(Pattern.compile("^(" + done + "|" + String.join("|", suggestion) + ")$")));
    // It can be pressed as soon as every scan has been answered.
    PlaywrightAssertions.assertThat(main).isEnabled();
    if (!main.innerText().matches(done)) {
      main.click();
    }
    amount(page, act).click();
  }

  /** A button that says how much it does: "Pick 12 pc". */
  static Locator amount(Page page, String act) {
    return page.getByRole(
        AriaRole.BUTTON,
        new Page.GetByRoleOptions().setName(Pattern.compile("^" + act + AMOUNT + "$")));
  }

  /** Types as a hardware scanner does: wherever the focus is, and Enter at the end. */
  static void scan(Page page, String text) {
    page.keyboard().type(text);
    page.keyboard().press("Enter");
  }

  /** Nothing on the page may keep anyone out. By night only the colours are others. */
  static void accessible(Page page) {
    page.evaluate(AXE);
    boolean night = "night".equals(page.evaluate("() => localStorage.getItem('reliquum.shift')"));
    Object violations =
        page.evaluate(
            "options => axe.run(document, options).then(all =>"
                + " all.violations.map(one => one.id + ': ' + one.nodes[0].html))",
            night ? Map.of("runOnly", List.of("color-contrast")) : Map.of());
    assertThat((List<?>) violations).as(page.url()).isEmpty();
  }

  @Override
  public void afterEach(ExtensionContext context) {
    contexts.forEach(BrowserContext::close);
    contexts.clear();
    List<String> heard = List.copyOf(complaints);
    complaints.clear();
    assertThat(heard).as("the browser's console").isEmpty();
  }

  @Override
  public void afterAll(ExtensionContext context) {
    chromium.close();
    playwright.close();
  }
}
