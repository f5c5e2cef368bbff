package app.reliquum.house;

import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import app.reliquum.api.Picture;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/house")
class HouseController {

  private final House house;

  HouseController(House house) {
    this.house = house;
  }

  @Operation(operationId = "getHouse", summary = "The name and address of the house")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping
  House.Card house() {
    return house.card();
  }

  @Operation(operationId = "changeHouse", summary = "Change the name and address of the house")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping
  House.Card change(Command command, @Valid @RequestBody House.Entry entry) {
    return house.change(entry);
  }

  /** Whether the house is still being set up. */
  record SettingUp(@NotNull Boolean settingUp) {}

  @Operation(
      operationId = "settingUp",
      summary = "Say that the house is set up, or that it is being set up again")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/setting-up")
  House.Card settingUp(Command command, @Valid @RequestBody SettingUp entry) {
    return house.settingUp(entry.settingUp());
  }

  @Operation(operationId = "getLogo", summary = "The logo")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/logo")
  ResponseEntity<byte[]> logo(
      @Parameter(
              description =
                  "Which logo is meant, so that a browser asks again for a newer one. It gets the"
                      + " latest.")
          @RequestParam(required = false)
          Long version) {
    Picture logo = house.logo().orElseThrow(() -> Problem.missing("logo", "of the house"));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(logo.mediaType()))
        .body(logo.content());
  }

  @Operation(operationId = "setLogo", summary = "Set the logo")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping(
      path = "/logo",
      consumes = {"image/png", "image/jpeg"})
  House.Card logo(Command command, @RequestBody byte[] content) {
    return house.logo(content);
  }

  @Operation(operationId = "removeLogo", summary = "Remove the logo")
  @Needs(value = Permission.RULES, everywhere = true)
  @DeleteMapping("/logo")
  House.Card removeLogo(Command command) {
    return house.logo(null);
  }
}
