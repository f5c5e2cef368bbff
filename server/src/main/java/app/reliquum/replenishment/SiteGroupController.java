package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/site-groups")
class SiteGroupController {

  private final SiteGroups groups;

  SiteGroupController(SiteGroups groups) {
    this.groups = groups;
  }

  @Operation(operationId = "listSiteGroups", summary = "Sites whose stock is looked at together")
  @Needs(Permission.LOOK)
  @GetMapping
  List<SiteGroups.Group> all(Actor actor) {
    return groups.all(actor);
  }

  @Operation(operationId = "addSiteGroup", summary = "Have the stock of sites looked at together")
  @Needs(value = Permission.RULES, everywhere = true)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  SiteGroups.Group add(Command command, @Valid @RequestBody SiteGroups.Entry entry) {
    return groups.add(entry);
  }

  @Operation(operationId = "changeSiteGroup", summary = "Change a group of sites")
  @Needs(value = Permission.RULES, everywhere = true)
  @PutMapping("/{group}")
  SiteGroups.Group change(
      Command command, @PathVariable long group, @Valid @RequestBody SiteGroups.Entry entry) {
    return groups.change(group, entry);
  }

  @Operation(operationId = "removeSiteGroup", summary = "Let a group of sites go")
  @Needs(value = Permission.RULES, everywhere = true)
  @DeleteMapping("/{group}")
  SiteGroups.Group remove(Command command, @PathVariable long group) {
    return groups.remove(group);
  }
}
