-- Which schemes hold a color is read from the index alone.
create index shelf_colors_of on shelf_colors using gist (lab) include (shelf_id);
drop index shelf_colors_lab;
