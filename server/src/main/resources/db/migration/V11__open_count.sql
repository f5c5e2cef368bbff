-- Where each person stands in what they count goes by its name in the code.
rename table count_sitting to open_count;
