package app.reliquum;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The application. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class Reliquum {

  public static void main(String[] args) {
    SpringApplication.run(Reliquum.class, args);
  }
}
