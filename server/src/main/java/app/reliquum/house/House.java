package app.reliquum.house;

import app.reliquum.api.Problem;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The name, address and logo of the house. */
@Service
public class House {

  private static final int LONGEST = 500_000;

  private final JdbcClient jdbc;

  House(JdbcClient jdbc) {
    this.jdbc = jdbc;
  }

  /** The house as its documents name it. */
  @io.swagger.v3.oas.annotations.media.Schema(name = "HouseCard")
  public record Card(int version, String name, String street, String town, boolean logo) {}

  /** The house as entered. */
  @io.swagger.v3.oas.annotations.media.Schema(name = "HouseEntry")
  public record Entry(
      @NotNull Integer version,
      @NotBlank @Size(max = 80) String name,
      @NotNull @Size(max = 120) String street,
      @NotNull @Size(max = 120) String town) {}

  /** A picture and its media type. */
  public record Logo(String mediaType, byte[] content) {}

  /** The house as it is called now. */
  public Card card() {
    return jdbc.sql("select version, name, street, town, logo is not null logo from house")
        .query(Card.class)
        .single();
  }

  /** The logo, if there is one. */
  public Optional<Logo> logo() {
    return jdbc.sql("select logo_type, logo from house where logo is not null")
        .query((row, n) -> new Logo(row.getString(1), row.getBytes(2)))
        .optional();
  }

  /** Gives the house another name or address. */
  @Transactional
  public Card change(Entry entry) {
    int changed =
        jdbc.sql(
                "update house set name = ?, street = ?, town = ?, version = version + 1"
                    + " where version = ?")
            .params(
                entry.name().strip(), entry.street().strip(), entry.town().strip(), entry.version())
            .update();
    if (changed == 0) {
      throw Problem.conflict("changed", "Someone else changed this meanwhile. Load it again.");
    }
    return card();
  }

  /** Sets the logo; null takes it away. */
  @Transactional
  public Card logo(Logo logo) {
    if (logo != null && !Set.of("image/png", "image/jpeg").contains(logo.mediaType())) {
      throw Problem.invalid("logo", "A logo is a PNG or JPEG file.");
    }
    if (logo != null && (logo.content().length == 0 || logo.content().length > LONGEST)) {
      throw Problem.invalid("logo", "A logo has at most 500 kB, and is not empty.");
    }
    jdbc.sql("update house set logo = ?, logo_type = ?, version = version + 1")
        .param(logo == null ? null : logo.content())
        .param(logo == null ? null : logo.mediaType())
        .update();
    return card();
  }
}
