package app.reliquum.people;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface PersonStore extends JpaRepository<Person, Long> {

  Optional<Person> findByCode(String code);

  List<Person> findAllByOrderByName();

  long countByRoleAndActiveTrue(Role role);
}
