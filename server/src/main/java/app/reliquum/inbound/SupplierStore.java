package app.reliquum.inbound;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SupplierStore extends JpaRepository<Supplier, Long> {

  Optional<Supplier> findByCode(String code);

  List<Supplier> findAllByOrderByName();
}
