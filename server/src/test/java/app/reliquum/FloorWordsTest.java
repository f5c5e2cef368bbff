package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.api.Told;
import app.reliquum.core.putaway.Verdict;
import app.reliquum.core.removal.Removal;
import app.reliquum.core.scan.LabelFault;
import app.reliquum.core.sentence.Misfit;
import app.reliquum.core.sentence.Verb;
import app.reliquum.core.sentence.Wanted;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collection;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Whatever the Floor can be told has its words in the web's catalogue, and they name what is sent.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class FloorWordsTest {
  private static final Pattern NAMED = Pattern.compile("\\{\\{(\\w+)");

  /** What the web adds: what the sentence is about, and what follows from a value. */
  private static final Set<String> ADDED =
      Set.of(
          "document",
          "documentFrom",
          "documentTo",
          "site",
          "more",
          "given",
          "limit",
          "day",
          "known",
          "said",
          "against",
          "otherMark",
          "otherPlace",
          "chosenMark",
          "chosenPlace");

  private JsonNode words;

  @BeforeAll
  void read() throws IOException {
    words = JsonMapper.shared().readTree(Files.readString(Path.of("../web/src/app/en.json")));
  }

  static Collection<Class<?>> misfits() {
    return Arrays.asList(Misfit.class.getPermittedSubclasses());
  }

  @ParameterizedTest
  @MethodSource("misfits")
  void everyMisfitHasItsWordsForEveryVerb(Class<?> misfit) {
    String type = Told.type(misfit);
    Set<String> forms =
        words.path("refusal").propertyNames().stream()
            .filter(key -> key.equals(type) || key.startsWith(type + "_"))
            .collect(Collectors.toCollection(TreeSet::new));
    assertThat(forms).as(type).isNotEmpty();
    // Without words of its own for all, it must have them for each kind that there is.
    boolean byKind = type.equals("wrong-quantity");
    assertThat(byKind || forms.contains(type)).as("%s says it in general", type).isTrue();
    Set<String> parts =
        Arrays.stream(misfit.getRecordComponents())
            .map(java.lang.reflect.RecordComponent::getName)
            .collect(Collectors.toCollection(TreeSet::new));
    parts.addAll(ADDED);
    for (String form : forms) {
      assertThat(named(words.path("refusal").path(form).asString())).as(form).isSubsetOf(parts);
    }
  }

  private static Set<String> named(String template) {
    return NAMED
        .matcher(template)
        .results()
        .map(found -> found.group(1))
        .collect(Collectors.toSet());
  }

  @Test
  void noWordsAreKeptForWhatIsNeverTold() {
    Set<String> types = misfits().stream().map(Told::type).collect(Collectors.toSet());
    types.addAll(Set.of("basket-full", "does-not-fit"));
    assertThat(words.path("refusal").propertyNames().stream().map(key -> key.replaceAll("_.*", "")))
        .isSubsetOf(types);
  }

  @Test
  void whateverIsSaidOfABinOrALabelIsNamed() {
    for (Class<?> verdict : Verdict.class.getPermittedSubclasses()) {
      assertThat(words.path("verdict").has(Told.type(verdict))).as("%s", verdict).isTrue();
      assertThat(words.path("against").has(Told.type(verdict))).as("%s", verdict).isTrue();
    }
    for (Verdict.Limit limit : Verdict.Limit.values()) {
      assertThat(words.path("against").has("full_" + limit)).as("%s", limit).isTrue();
    }
    for (LabelFault.Kind kind : LabelFault.Kind.values()) {
      assertThat(words.path("labelFault").has(kind.name())).as("%s", kind).isTrue();
    }
  }

  @Test
  void everythingThatCanBeWantedIsNamed() {
    for (Wanted wanted : Wanted.values()) {
      assertThat(words.path("wanted").has(wanted.name())).as("%s", wanted).isTrue();
    }
    for (Removal.Verdict why : Removal.Verdict.values()) {
      assertThat(words.path("notInstead").has(why.name())).as("%s", why).isTrue();
    }
    for (Verb verb : Verb.values()) {
      boolean said =
          words.path("sentence").propertyNames().stream()
              .anyMatch(key -> key.equals(verb.name()) || key.startsWith(verb.name() + "_"));
      assertThat(said).as("%s", verb).isTrue();
    }
  }
}
