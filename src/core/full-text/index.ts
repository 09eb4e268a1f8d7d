export { holdsTitle, type PdfFit, type SoughtWork, worksOfPdf } from './match-pdf';
