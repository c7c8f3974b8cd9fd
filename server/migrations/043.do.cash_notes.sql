-- What is paid out of a drawer, comes into it or is dropped has a paper too.
ALTER TABLE paper_issue
  MODIFY kind ENUM('receipt', 'invoice', 'creditNote', 'quotation', 'order', 'deliveryNote',
    'cashNote') NOT NULL,
  MODIFY subject_kind ENUM('sale', 'order', 'creditNote', 'drawerAct') NOT NULL;
