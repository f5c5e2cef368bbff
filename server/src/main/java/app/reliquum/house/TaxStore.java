package app.reliquum.house;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface TaxStore extends JpaRepository<Tax, Long> {

  List<Tax> findAllByOrderByName();

  Optional<Tax> findByCode(String code);
}
