package app.reliquum.people;

import app.reliquum.api.Command;
import app.reliquum.api.Commands;
import app.reliquum.api.Needs;
import app.reliquum.api.OnceInPart;
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
@RequestMapping("/api/people")
class PeopleController {

  private final People people;
  private final Commands commands;

  PeopleController(People people, Commands commands) {
    this.people = people;
    this.commands = commands;
  }

  @Operation(operationId = "listPersonNames", summary = "The names of everyone")
  @Needs(Permission.LOOK)
  @GetMapping("/names")
  List<People.Name> names() {
    return people.names();
  }

  @Operation(operationId = "listPeople", summary = "All people")
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @GetMapping
  List<People.Card> all() {
    return people.all();
  }

  @Operation(operationId = "addPerson", summary = "Add a person")
  @OnceInPart
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  People.Card add(Command command, @Valid @RequestBody People.Entry entry) {
    People.Hashes hashes = people.hashes(entry);
    return commands.once(
        command,
        "add person",
        entry.withoutSecrets(),
        People.Card.class,
        () -> people.add(entry, hashes, command.actor()));
  }

  @Operation(operationId = "changePerson", summary = "Change a person")
  @OnceInPart
  @Needs(value = Permission.PEOPLE, everywhere = true)
  @PutMapping("/{id}")
  People.Card change(
      Command command, @PathVariable long id, @Valid @RequestBody People.Entry entry) {
    People.Hashes hashes = people.hashes(entry);
    return commands.once(
        command,
        "change person " + id,
        entry.withoutSecrets(),
        People.Card.class,
        () -> people.change(id, entry, hashes, command.actor()));
  }
}
