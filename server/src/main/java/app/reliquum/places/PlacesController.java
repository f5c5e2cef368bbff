package app.reliquum.places;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.Problem;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.PositiveOrZero;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class PlacesController {

  private final Places places;
  private final SiteSetup setup;

  PlacesController(Places places, SiteSetup setup) {
    this.setup = setup;
    this.places = places;
  }

  @Operation(operationId = "listSites", summary = "Sites with their areas")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/sites")
  List<Places.SiteCard> sites(Actor actor) {
    return places.sites(actor);
  }

  @Operation(operationId = "addSite", summary = "Add a site")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping("/sites")
  @ResponseStatus(HttpStatus.CREATED)
  Places.SiteCard addSite(Command command, @Valid @RequestBody SiteSetup.SiteEntry entry) {
    return setup.addSite(entry);
  }

  @Operation(operationId = "changeSite", summary = "Change a site")
  @Needs(Permission.RULES)
  @PutMapping("/sites/{id}")
  Places.SiteCard changeSite(
      Command command, @PathVariable long id, @Valid @RequestBody SiteSetup.SiteEntry entry) {
    return setup.changeSite(id, entry, command.actor());
  }

  @Operation(operationId = "addArea", summary = "Add an area")
  @Needs(Permission.RULES)
  @PostMapping("/sites/{id}/areas")
  @ResponseStatus(HttpStatus.CREATED)
  Places.AreaCard addArea(
      Command command, @PathVariable long id, @Valid @RequestBody SiteSetup.AreaEntry entry) {
    return setup.addArea(id, entry, command.actor());
  }

  @Operation(operationId = "changeArea", summary = "Change an area")
  @Needs(Permission.RULES)
  @PutMapping("/areas/{id}")
  Places.AreaCard changeArea(
      Command command, @PathVariable long id, @Valid @RequestBody SiteSetup.AreaEntry entry) {
    return setup.changeArea(id, entry, command.actor());
  }

  @Operation(operationId = "listBins", summary = "The bins of a site, in walking order")
  @Needs(Permission.LOOK)
  @GetMapping("/sites/{id}/bins")
  Page<Places.BinCard> bins(
      Actor actor,
      @PathVariable long id,
      @RequestParam(required = false) Long area,
      @RequestParam(required = false) String q,
      @RequestParam(defaultValue = "0") @PositiveOrZero int offset,
      @RequestParam(defaultValue = "100") @Min(1) @Max(Page.MAX_ROWS) int limit) {
    places.site(id, actor);
    return places.bins(id, area, q, offset, limit);
  }

  @Operation(operationId = "getBin", summary = "A bin")
  @Needs(value = Permission.LOOK, floor = true)
  @GetMapping("/bins/{id}")
  Places.BinCard bin(Actor actor, @PathVariable long id) {
    Places.BinCard bin = places.bin(id).orElseThrow(() -> Problem.missing("bin", id));
    places.site(bin.siteId(), actor);
    return bin;
  }

  @Operation(operationId = "changeBin", summary = "Change a bin")
  @Needs(Permission.RULES)
  @PutMapping("/bins/{id}")
  Places.BinCard changeBin(
      Command command, @PathVariable long id, @Valid @RequestBody SiteSetup.BinEntry entry) {
    return setup.changeBin(id, entry, command.actor());
  }

  /** Says what a rack pattern would make. Changes nothing, so it needs no command id. */
  @Operation(operationId = "previewRack", summary = "Say which bins a rack would have")
  @Needs(Permission.RULES)
  @PostMapping("/racks/preview")
  SiteSetup.Rack tryRack(Actor actor, @Valid @RequestBody SiteSetup.RackEntry entry) {
    return setup.tryRack(entry, actor);
  }

  @Operation(operationId = "addRack", summary = "Make the bins of a rack")
  @Needs(Permission.RULES)
  @PostMapping("/racks")
  @ResponseStatus(HttpStatus.CREATED)
  SiteSetup.Rack addRack(Command command, @Valid @RequestBody SiteSetup.RackEntry entry) {
    return setup.addRack(entry, command.actor());
  }
}
