-- What the shop's own card paid is read whenever loose ends are: it is found by its kind.
ALTER TABLE drawer_act ADD KEY drawer_act_kind (kind, undone);
