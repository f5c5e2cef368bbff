package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.api.Problem;
import app.reliquum.api.Translations;
import app.reliquum.core.quantity.Quantity;
import app.reliquum.core.text.Language;
import app.reliquum.core.text.Message;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Whatever the server says to people, it can say in German. */
class TranslationsTest {

  private static final Pattern PLACE = Pattern.compile("\\{\\d}");

  /** What has no word of its own, or is no text but a code of a label. */
  private static final Pattern WORDLESS = Pattern.compile("R[A-Z]|(\\{\\d}|\\P{L})*");

  /** Which argument of a call, or of a new exception, is a text for people. */
  private static final Map<String, Integer> SAID =
      Map.ofEntries(
          Map.entry("Problem.invalid", 1),
          Map.entry("Problem.conflict", 1),
          Map.entry("Problem.refused", 1),
          Map.entry("Problem.forbidden", 0),
          Map.entry("Problem.missing", 0),
          Map.entry("Message.of", 0),
          Map.entry("Translations.said", 1),
          Map.entry("new Problem", 2),
          Map.entry("new InvalidValueException", 0),
          Map.entry("new UnreadableException", 0),
          Map.entry("new BinPatternException", 1),
          Map.entry("new Kind", 0));

  /** The same of what is put on paper, which {@link app.reliquum.house.Paper} says. */
  private static final Map<String, Integer> ON_PAPER =
      Map.of("parties.put", 0, "facts.put", 0, "new Column", 0, "begin", 1, "Paper.of", 1);

  @Test
  void everyTextHasItsGermanAndNoGermanIsLeftOver() {
    Map<String, String> said = said();
    Map<String, String> german = german();
    assertThat(said.keySet()).as("texts in the sources").hasSizeGreaterThan(700);
    assertThat(
            new TreeMap<>(said)
                .entrySet().stream()
                    .filter(one -> !WORDLESS.matcher(one.getKey()).matches())
                    .filter(one -> !german.containsKey(one.getKey())))
        .as("said, but not in texts.de.json")
        .isEmpty();
    assertThat(german.keySet().stream().filter(one -> !said.containsKey(one)))
        .as("in texts.de.json, but never said")
        .isEmpty();
  }

  @Test
  void bothHaveTheSamePlacesForValues() {
    german()
        .forEach(
            (english, german) ->
                assertThat(places(german)).as(english + " / " + german).isEqualTo(places(english)));
  }

  @Test
  void aTextIsWrittenAsOneLiteralSoThatItCanBeLookedUp() {
    assertThat(mixed()).isEmpty();
  }

  @Test
  void valuesAreWrittenAsTheLanguageDoes() {
    Message message =
        Message.of(
            "{0} holds {1} of {2}, you asked for {3}.",
            "QA-1",
            Quantity.of("2.5"),
            Message.of("{0}, lot {1}", "Rope 1.5", "L.7"),
            LocalDate.of(2026, 3, 1));
    assertThat(message.english())
        .isEqualTo("QA-1 holds 2.5 of Rope 1.5, lot L.7, you asked for 2026-03-01.");
    assertThat(Translations.said(message, Language.GERMAN))
        .isEqualTo("Auf QA-1 liegen 2,5 von Rope 1.5, Charge L.7, verlangt sind 01.03.2026.");
    assertThat(Translations.said(Problem.missing("bin", 7).message(), Language.GERMAN))
        .isEqualTo("Lagerplatz 7 gibt es nicht.");
  }

  private static Map<String, String> german() {
    try (InputStream in = TranslationsTest.class.getResourceAsStream("/texts.de.json")) {
      return JsonMapper.shared()
          .readValue(in.readAllBytes(), new TypeReference<Map<String, String>>() {});
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private static List<String> places(String text) {
    return new ArrayList<>(
        new TreeSet<>(PLACE.matcher(text).results().map(MatchResult::group).toList()));
  }

  /** The texts, and where each is said. */
  private static Map<String, String> said() {
    Map<String, String> said = new LinkedHashMap<>();
    read((where, expression) -> text(expression).ifPresent(text -> said.putIfAbsent(text, where)));
    return said;
  }

  /** What is put together of literals and values. */
  private static List<String> mixed() {
    List<String> mixed = new ArrayList<>();
    read(
        (where, expression) -> {
          if (text(expression).isEmpty()
              && (expression instanceof BinaryTree
                  || expression.toString().contains(".formatted("))) {
            mixed.add(where + ": " + expression);
          }
        });
    return mixed;
  }

  private interface Reader {
    void read(String where, ExpressionTree expression);
  }

  private static void read(Reader reader) {
    JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null);
        Stream<Path> core = Files.walk(Path.of("../core/src/main/java"));
        Stream<Path> server = Files.walk(Path.of("../server/src/main/java"))) {
      JavacTask task =
          (JavacTask)
              compiler.getTask(
                  null,
                  files,
                  told -> {},
                  null,
                  null,
                  files.getJavaFileObjectsFromPaths(
                      Stream.concat(core, server)
                          .filter(file -> file.toString().endsWith(".java"))
                          .toList()));
      for (CompilationUnitTree unit : task.parse()) {
        new Calls(Path.of(unit.getSourceFile().getName()).getFileName().toString(), reader)
            .scan(unit, null);
      }
    } catch (IOException fault) {
      throw new UncheckedIOException(fault);
    }
  }

  private static final class Calls extends TreeScanner<Void, Void> {

    private final String file;
    private final Reader reader;

    Calls(String file, Reader reader) {
      this.file = file;
      this.reader = reader;
    }

    private void read(String what, List<? extends ExpressionTree> arguments) {
      Integer which = SAID.get(what);
      if (what.endsWith(".say")) {
        which = 0;
      } else if (which == null && file.endsWith("Papers.java")) {
        which = ON_PAPER.get(what);
        if (what.endsWith(".signatures")) {
          arguments.forEach(one -> reader.read(file, bare(one)));
        }
      }
      if (which != null && arguments.size() > which) {
        reader.read(file, bare(arguments.get(which)));
      }
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree call, Void none) {
      read(call.getMethodSelect().toString(), call.getArguments());
      return super.visitMethodInvocation(call, none);
    }

    @Override
    public Void visitNewClass(NewClassTree made, Void none) {
      read("new " + made.getIdentifier(), made.getArguments());
      return super.visitNewClass(made, none);
    }

    /** What an annotation expects of a value. */
    @Override
    public Void visitAssignment(AssignmentTree assigned, Void none) {
      if (assigned.getVariable().toString().equals("message")) {
        reader.read(file, bare(assigned.getExpression()));
      }
      return super.visitAssignment(assigned, none);
    }

    @Override
    public Void visitVariable(VariableTree variable, Void none) {
      if (variable.getName().toString().endsWith("WANTED") && variable.getInitializer() != null) {
        reader.read(file, bare(variable.getInitializer()));
      }
      return super.visitVariable(variable, none);
    }
  }

  private static ExpressionTree bare(ExpressionTree expression) {
    return expression instanceof ParenthesizedTree inner ? bare(inner.getExpression()) : expression;
  }

  private static Optional<String> text(ExpressionTree expression) {
    ExpressionTree bare = bare(expression);
    if (bare instanceof LiteralTree literal && literal.getValue() instanceof String text) {
      return Optional.of(text).filter(one -> !one.isEmpty());
    }
    return bare instanceof BinaryTree sum && sum.getKind() == Tree.Kind.PLUS
        ? text(sum.getLeftOperand()).flatMap(left -> text(sum.getRightOperand()).map(left::concat))
        : Optional.empty();
  }
}
