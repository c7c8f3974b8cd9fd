-- A finished statement has a paper.
ALTER TABLE paper_issue
  MODIFY kind ENUM('receipt', 'invoice', 'creditNote', 'quotation', 'order', 'deliveryNote',
    'cashNote', 'daySheet', 'depositSlip', 'reconciliation') NOT NULL,
  MODIFY subject_kind ENUM('sale', 'order', 'creditNote', 'drawerAct', 'daySheet', 'slip',
    'reconciliation') NOT NULL;
