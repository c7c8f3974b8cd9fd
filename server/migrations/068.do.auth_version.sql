CREATE TRIGGER user_changed BEFORE UPDATE ON user FOR EACH ROW
BEGIN
  IF NEW.password_hash <> OLD.password_hash OR NEW.role <> OLD.role
    OR NOT NEW.pin_hash <=> OLD.pin_hash THEN
    SET NEW.auth_version = OLD.auth_version + 1;
  END IF;
END;
