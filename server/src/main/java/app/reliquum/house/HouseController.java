package app.reliquum.house;

import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Problem;
import jakarta.validation.Valid;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/house")
class HouseController {

  private final House house;
  private final Commands commands;

  HouseController(House house, Commands commands) {
    this.house = house;
    this.commands = commands;
  }

  @GetMapping
  House.Card house() {
    return house.card();
  }

  @PutMapping
  @PreAuthorize("hasAuthority('RULES')")
  House.Card change(Command command, @Valid @RequestBody House.Entry entry) {
    return commands.once(
        command, "change house", entry, House.Card.class, () -> house.change(entry));
  }

  @GetMapping("/logo")
  ResponseEntity<byte[]> logo() {
    House.Logo logo = house.logo().orElseThrow(() -> Problem.missing("logo", "of the house"));
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(logo.mediaType()))
        .body(logo.content());
  }

  @PutMapping(
      path = "/logo",
      consumes = {"image/png", "image/jpeg"})
  @PreAuthorize("hasAuthority('RULES')")
  House.Card logo(
      Command command,
      @RequestHeader(HttpHeaders.CONTENT_TYPE) String mediaType,
      @RequestBody byte[] content) {
    return commands.once(
        command,
        "set logo",
        content,
        House.Card.class,
        () -> house.logo(new House.Logo(mediaType, content)));
  }

  @DeleteMapping("/logo")
  @PreAuthorize("hasAuthority('RULES')")
  House.Card removeLogo(Command command) {
    return commands.once(command, "remove logo", "", House.Card.class, () -> house.logo(null));
  }
}
