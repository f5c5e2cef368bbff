package app.reliquum;

import static org.assertj.core.api.Assertions.assertThat;

import app.reliquum.people.Role;
import app.reliquum.testing.Client;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.RegisterExtension;

class RestartTest {

  @RegisterExtension static final RunningHouse HOUSE = RunningHouse.empty();

  @Test
  void whoIsSignedInStaysSignedIn() {
    Client clerk = HOUSE.hire("STAY", Role.CLERK);
    String day = clerk.cookie("reliquum");
    HOUSE.restart();
    assertThat(session(day).ok().path("code").asString()).isEqualTo("STAY");
    assertThat(session(day + "x").status()).isEqualTo(401);
  }

  private static Client.Answer session(String day) {
    Client fresh = HOUSE.nobody();
    return fresh.send(fresh.request("/api/session").header("Cookie", "reliquum=" + day).GET());
  }
}
