package app.reliquum.outbound;

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
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class CustomerController {

  private final Customers customers;
  private final Kits kits;

  CustomerController(Customers customers, Kits kits) {
    this.customers = customers;
    this.kits = kits;
  }

  @Operation(operationId = "listCustomers", summary = "Customers")
  @Needs(Permission.LOOK)
  @GetMapping("/customers")
  List<Customers.Card> customers() {
    return customers.all();
  }

  @Operation(operationId = "addCustomer", summary = "Add a customer")
  @Needs(Permission.POST)
  @PostMapping("/customers")
  @ResponseStatus(HttpStatus.CREATED)
  Customers.Card add(Command command, @Valid @RequestBody Customers.Entry entry) {
    return customers.add(entry);
  }

  @Operation(operationId = "changeCustomer", summary = "Change a customer")
  @Needs(Permission.POST)
  @PutMapping("/customers/{id}")
  Customers.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody Customers.Entry entry) {
    return customers.change(id, entry);
  }

  /** The items that the house puts together itself. */
  @Operation(operationId = "listKits", summary = "Items that are made of components")
  @Needs(Permission.LOOK)
  @GetMapping("/kits")
  List<Kits.Card> kits() {
    return kits.all();
  }

  /** What an item is made of. */
  @Operation(operationId = "getComponents", summary = "The components of an item")
  @Needs(Permission.LOOK)
  @GetMapping("/items/{id}/components")
  Kits.Card components(@PathVariable long id) {
    return kits.of(id);
  }

  @Operation(operationId = "setComponents", summary = "Set the components of an item")
  @Needs(Permission.RULES)
  @PutMapping("/items/{id}/components")
  Kits.Card madeOf(Command command, @PathVariable long id, @Valid @RequestBody Kits.Entry entry) {
    return kits.write(id, entry);
  }
}
