package app.reliquum.core.document;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class MentionsTest {

  @Test
  void someoneIsNamedByTheirCodeHoweverItIsWritten() {
    assertThat(Mentions.in("@oddny, please count it with @TAVI. Thanks @Oddny!"))
        .containsExactly("ODDNY", "TAVI");
    assertThat(Mentions.in("(@maren)")).containsExactly("MAREN");
  }

  @Test
  void whatIsNoNameIsNone() {
    assertThat(Mentions.in("Mail to orders@skerry.example, 4 pc @ 2.50, @@TAVI, x-@TAVI"))
        .isEmpty();
    assertThat(Mentions.in("")).isEmpty();
  }
}
