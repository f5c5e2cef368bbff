package app.reliquum.people;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;

/** The cookies of the house: no script reads them, and no other site has them sent. */
enum Cookies {
  /** The token of who is signed in. */
  SIGN_IN("reliquum", SignIns.LONGEST),
  /** The token of an enrolled device. */
  DEVICE("reliquum-device", Duration.ofDays(400));

  private final String name;
  private final Duration age;

  Cookies(String name, Duration age) {
    this.name = name;
    this.age = age;
  }

  @Nullable String of(HttpServletRequest request) {
    if (request.getCookies() != null) {
      for (Cookie one : request.getCookies()) {
        if (one.getName().equals(name)) {
          return one.getValue();
        }
      }
    }
    return null;
  }

  void set(String token, HttpServletRequest request, HttpServletResponse response) {
    write(token, age, request, response);
  }

  void clear(HttpServletRequest request, HttpServletResponse response) {
    write("", Duration.ZERO, request, response);
  }

  private void write(
      String value, Duration lives, HttpServletRequest request, HttpServletResponse response) {
    response.addHeader(
        HttpHeaders.SET_COOKIE,
        ResponseCookie.from(name, value)
            .path("/")
            .httpOnly(true)
            .sameSite("Strict")
            .secure(request.isSecure())
            .maxAge(lives)
            .build()
            .toString());
  }
}
