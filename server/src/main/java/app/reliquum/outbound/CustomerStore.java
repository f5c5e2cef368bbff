package app.reliquum.outbound;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CustomerStore extends JpaRepository<Customer, Long> {

  List<Customer> findAllByOrderByName();

  Optional<Customer> findByCode(String code);

  Optional<Customer> findFirstByGlnOrderById(String gln);
}
