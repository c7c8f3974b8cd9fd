-- A closed sheet and a slip have papers too.
ALTER TABLE paper_issue
  MODIFY kind ENUM('receipt', 'invoice', 'creditNote', 'quotation', 'order', 'deliveryNote',
    'cashNote', 'daySheet', 'depositSlip') NOT NULL,
  MODIFY subject_kind ENUM('sale', 'order', 'creditNote', 'drawerAct', 'daySheet', 'slip') NOT NULL;
