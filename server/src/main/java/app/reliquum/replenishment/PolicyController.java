package app.reliquum.replenishment;

import app.reliquum.api.Actor;
import app.reliquum.api.Command;
import app.reliquum.api.Needs;
import app.reliquum.api.Page;
import app.reliquum.api.Permission;
import app.reliquum.api.lists.ListQuery;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
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
@RequestMapping("/api/replenishment/policies")
class PolicyController {

  private final Policies policies;

  PolicyController(Policies policies) {
    this.policies = policies;
  }

  /** For how many items a policy was set. */
  @Schema(name = "PoliciesSet")
  record Many(int items) {}

  @Operation(operationId = "listPolicies", summary = "Replenishment policies, filtered")
  @Needs(Permission.LOOK)
  @GetMapping
  Page<Policies.Row> page(Actor actor, ListQuery<PolicyColumn> list) {
    return policies.page(list, actor);
  }

  @Operation(operationId = "getPolicy", summary = "A replenishment policy")
  @Needs(Permission.LOOK)
  @GetMapping("/{policy}")
  Policies.Row policy(@PathVariable long policy) {
    return policies.policy(policy);
  }

  @Operation(operationId = "addPolicy", summary = "Set a replenishment policy")
  @Needs(Permission.RULES)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Policies.Row add(Command command, @Valid @RequestBody Policies.Entry entry) {
    return policies.add(entry, command.actor());
  }

  @Operation(operationId = "setPolicyOfMany", summary = "Set one policy for many items")
  @Needs(Permission.RULES)
  @PostMapping("/many")
  Many set(Command command, @Valid @RequestBody Policies.ManyEntry entry) {
    return new Many(policies.set(entry, command.actor()));
  }

  @Operation(operationId = "changePolicy", summary = "Change a replenishment policy")
  @Needs(Permission.RULES)
  @PutMapping("/{policy}")
  Policies.Row change(
      Command command, @PathVariable long policy, @Valid @RequestBody Policies.Entry entry) {
    return policies.change(policy, entry, command.actor());
  }

  @Operation(operationId = "removePolicy", summary = "Remove a replenishment policy")
  @Needs(Permission.RULES)
  @DeleteMapping("/{policy}")
  Policies.Row remove(Command command, @PathVariable long policy) {
    return policies.remove(policy, command.actor());
  }
}
