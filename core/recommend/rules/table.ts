/**
 * What the recommendation knows, one rule a line: what it looks at (facts, `not` before what must not be so), the form
 * that it proposes, how well that suits (0 to 1), where it comes from, and what it says. Words in braces are filled in
 * (`says.ts`); the first of two lines that come to the same chart wins where they suit equally.
 */
export const TABLE = `
too many units, not pairs of numbers, not spread                                      | a copy per amount                 | 0.97 | tufte     | {units} units do not fit two scales: each amount gets a small copy of its own.
crowded, not pairs of numbers, not spread                                             | a copy per amount                 | 0.97 | tufte     | {crowded}
split by group, many series, one amount, not two scales, not pairs of numbers         | a copy per group                  | 0.84 | tufte     | {series} of them each in a small copy, on common scales.

over time, not two scales, many series, split                                         | lines                             | 0.78 | zacks     | One line each keeps them apart over time.
over time, not two scales, not many series, three places, split                       | lines                             | 0.92 | zacks     | One line each keeps them apart over time.
over time, not two scales, not many series, not three places, split                   | lines                             | 0.60 | zacks     | One line each keeps them apart over time.
over time, not two scales, many series, not split                                     | lines                             | 0.78 | zacks     | A line shows how it goes over time.
over time, not two scales, not many series, three places, not split                   | lines                             | 0.92 | zacks     | A line shows how it goes over time.
over time, not two scales, not many series, not three places, not split               | lines                             | 0.60 | zacks     | A line shows how it goes over time.
over time, not two scales, split by group, many series                                | the largest lines                 | 0.90 | practice  | {series} lines are hard to follow: the five largest, and the rest together.
over time, split by group, one amount, adds up, not below zero, series for a stack, not few places | areas of 100 %       | 0.56 | practice  | How the parts of {what} shift, whatever their sum.
over time, split by group, one amount, adds up, not below zero, series for a stack, few places     | columns of 100 %     | 0.56 | practice  | How the parts of {what} shift, whatever their sum.
over time, two scales, one flow on the left, room for columns                         | columns and lines                 | 0.94 | practice  | {sides}
over time, two scales, one flow on the left, not room for columns                     | lines                             | 0.94 | practice  | {sides}
over time, two scales, not one flow on the left                                       | lines                             | 0.94 | practice  | {sides}
over time, two scales, not split                                                      | lines                             | 0.70 | practice  | Both as lines, each on a scale of its own.
over steps, split, one amount, adds up, series for a stack, not few places, a coarser step | stacked columns by a coarser step | 0.72 | length | The parts add up to all {what}, by {coarser}.
over steps, split, one amount, adds up, series for a stack, not few places, not a coarser step     | stacked columns      | 0.72 | length    | The parts add up to all {what}.
over time, split, one amount, adds up, series for a stack, few places                 | stacked columns                   | 0.72 | length    | The parts add up to all {what}.
not over time, split, one amount, adds up, series for a stack, not pairs of numbers   | stacked columns                   | 0.70 | length    | The parts add up to all {what}.
over time, not two scales, few places, few series                                     | columns                           | 0.66 | zacks     | Columns set the single periods beside each other.
years to compare, not split, one amount                                               | years over each other             | 0.68 | practice  | The season repeats: the years lie over each other.
over steps, some places, not two scales, split                                        | lines by a coarser step           | 0.50 | practice  | By {calmer}: fewer points, calmer to read.
over steps, some places, not two scales, not split                                    | columns by a coarser step         | 0.50 | practice  | By {calmer}: fewer points, calmer to read.
days to compare, not split, one amount                                                | columns by day of the week        | 0.44 | practice  | Which days of the week are strong.
over steps, not split, one amount, three places                                       | the last step as a figure         | 0.30 | practice  | The last whole {step} as one figure, with its change.

by group, one row                                                                     | columns                           | 0.95 | practice  | One row: the figure alone says it.
by group, not two scales, series side by side                                         | columns                           | 0.90 | zacks     | Separate things stand side by side as columns.
by group, not two scales, not series side by side                                     | columns                           | 0.60 | zacks     | Separate things stand side by side as columns.
by group, not two scales, series side by side, long names                             | bars                              | 0.93 | practice  | The names are long: bars lying down leave them room.
by group, not two scales, series side by side, not long names, many groups            | bars                              | 0.93 | practice  | {places} of them are easier to read down a list.
by group, not two scales, series side by side, not long names, not many groups        | bars                              | 0.58 | practice  | Lying down, the names stand in a list.
by group, one target, not split, not two scales                                       | columns and target marks          | 0.95 | practice  | {target} is to be reached: a mark across each column.
over time, few places, one target, not split, not two scales                          | columns and target marks          | 0.95 | practice  | {target} is to be reached: a mark across each column.
by group, not split, one amount, adds up, not below zero, few slices                  | pie                               | 0.52 | angles    | A few parts of one whole; heights would be compared more exactly.
by group, two scales                                                                  | columns and dots                  | 0.92 | zacks     | {sides} / Dots, not a line: the groups have no order of their own.
by group, two scales                                                                  | dots                              | 0.50 | dots      | Dots compare the heights alone.
by group, not two scales                                                              | dots                              | 0.55 | dots      | Dots compare the heights alone.

spread                                                                                | columns                           | 0.85 | practice  | How often each size occurs.
pairs of numbers, evenly spaced, not split                                            | lines                             | 0.92 | practice  | At equal steps, one row each: a line shows how it goes. / {sides}
pairs of numbers                                                                      | dots                              | 0.90 | mackinlay | Two amounts per row: dots show whether they go together. / {sides}
pairs of numbers, one amount                                                          | axes changed round                | 0.45 | mackinlay | The same pairs with the axes changed round.
pairs of numbers                                                                      | spread of what runs across        | 0.40 | practice  | How {across} alone is spread.
not pairs of numbers, two amounts of rows                                             | dots of rows                      | 0.52 | practice  | Row by row: whether the two go together.
`;
