declare module 'mt940js' {
  /** What the package tells of a message, as far as tests read it. Amounts are floats. */
  type Message = {
    accountIdentification: string;
    openingBalance: number;
    closingBalance: number;
    transactions: { entryDate: Date; amount: number; details: string }[];
  };
  export class Parser {
    parse(text: string): Message[];
  }
}
