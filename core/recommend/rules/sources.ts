/** Where the rules come from. */
export const SOURCES = {
  angles:
    'W. S. Cleveland and R. McGill, "Graphical Perception", Journal of the American Statistical Association 79 (1984): angles are judged less exactly than positions.',
  length:
    'W. S. Cleveland and R. McGill (1984): lengths that do not begin on one line are judged less exactly than those that do.',
  dots: 'W. S. Cleveland, "Graphical Methods for Data Presentation", The American Statistician 38 (1984): dot charts.',
  mackinlay:
    'J. Mackinlay, "Automating the Design of Graphical Presentations of Relational Information", ACM Transactions on Graphics 5 (1986): two quantities are shown by two positions.',
  zacks:
    'J. Zacks and B. Tversky, "Bars and Lines", Memory & Cognition 27 (1999): bars are read as separate things, lines as a trend.',
  tufte: 'E. R. Tufte, "Envisioning Information" (1990): small multiples on common scales.',
  practice: 'Common practice, no source.',
} as const;

export type SourceName = keyof typeof SOURCES;
