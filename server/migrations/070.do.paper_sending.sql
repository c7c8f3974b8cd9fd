-- One request sends a paper: whoever asks again meanwhile finds it claimed.
ALTER TABLE paper_issue
  MODIFY state ENUM('going', 'sending', 'done', 'failed') NOT NULL DEFAULT 'done';
