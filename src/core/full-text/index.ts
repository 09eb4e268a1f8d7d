export { holdsTitle, type PdfFit, type PdfText, type SoughtWork, worksOfPdf } from './match-pdf';
