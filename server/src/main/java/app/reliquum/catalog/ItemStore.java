package app.reliquum.catalog;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ItemStore extends JpaRepository<Item, Long> {

  Optional<Item> findByCode(String code);
}
