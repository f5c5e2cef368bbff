package app.reliquum.putaway;

import org.springframework.data.jpa.repository.JpaRepository;

interface RuleStore extends JpaRepository<Rule, Long> {}
