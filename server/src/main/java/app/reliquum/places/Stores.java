package app.reliquum.places;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SiteStore extends JpaRepository<Site, Long> {
  List<Site> findAllByOrderByCode();

  Optional<Site> findByCode(String code);
}

interface AreaStore extends JpaRepository<Area, Long> {
  List<Area> findAllByOrderByCode();

  Optional<Area> findBySiteIdAndCode(long siteId, String code);
}

interface BinStore extends JpaRepository<Bin, Long> {}
