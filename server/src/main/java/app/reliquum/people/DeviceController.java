package app.reliquum.people;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Permission;
import io.swagger.v3.oas.annotations.Operation;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/devices")
class DeviceController {

  private final Devices devices;

  DeviceController(Devices devices) {
    this.devices = devices;
  }

  @Operation(operationId = "listDevices", summary = "The enrolled devices, and those that wait")
  @Needs(Permission.RULES)
  @GetMapping
  List<Devices.Card> all(Actor actor) {
    return devices.all(actor);
  }

  // A code is told once and kept as a hash: so these two are no commands that could be repeated.

  @Operation(operationId = "addDevice", summary = "Add a device, and get the code that enrols it")
  @Needs(Permission.RULES)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Devices.Offer add(Actor actor, @Valid @RequestBody Devices.Entry entry) {
    return devices.add(entry, actor);
  }

  @Operation(operationId = "offerDeviceAgain", summary = "Get a new code for a device")
  @Needs(Permission.RULES)
  @PostMapping("/{id}/code")
  Devices.Offer again(Actor actor, @PathVariable long id) {
    return devices.offerAgain(id, actor);
  }

  @Operation(operationId = "revokeDevice", summary = "Take a device out of use")
  @Needs(Permission.RULES)
  @PostMapping("/{id}/revocation")
  Revoked revoke(Command command, @PathVariable long id) {
    devices.revoke(id, command.actor());
    return new Revoked(id);
  }

  /** The device that was taken out of use. */
  record Revoked(long device) {}
}
