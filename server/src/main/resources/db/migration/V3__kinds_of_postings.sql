-- A kind that is rare among many postings is found without reading them all.
alter table posting add key kind (kind, effective);
