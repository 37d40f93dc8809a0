import type { Layer } from '@/core/spec';

/** Nine rows by hand: three months, one without rows, a blank spot, a blank amount. */
export const SALES = `Sold on,Spot,Item,Takings,Cost,Quantity,Unit price
2025-01-05,Yard,Fern,10.10,4.00,1,10.10
2025-01-20,Shop,Ivy,20.20,5.00,2,10.10
2025-01-25,Shop,Fern,5.00,1.00,1,5.00
2025-02-03,Yard,Ivy,30.30,10.00,3,10.10
2025-02-10,,Moss,1.00,0.50,1,1.00
2025-04-07,Yard,Fern,40.40,0.00,4,10.10
2025-04-08,Stall,Moss,7.00,2.00,7,1.00
2025-04-30,Shop,Ivy,,3.00,1,9.00
2025-04-30,Web,Rose,2.00,8.00,2,1.00
`;
/** A plan by month and place, with other spellings. */
export const PLAN = `Month,Where,Planned
2025-03-01,yard,50
2025-04-01, YARD ,60
2025-04-01,Shop,10
2025-05-01,Kiosk,70
`;

/** A layer of takings, as columns. */
export const layer = (parts: Partial<Layer> = {}): Layer => ({
  id: 'l1',
  amount: { column: 'c4' },
  summary: 'sum',
  shape: 'column',
  side: 'left',
  ...parts,
});
export const byMonth = { as: 'time', column: 'c1', step: 'month' } as const;
export const bySpot = { as: 'group', column: 'c2' } as const;
