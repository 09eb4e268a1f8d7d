import { readText, recordsOf } from '@/testing/read-text';
import { writePubmed } from './write';

// Elements as NLM's PubMed DTD and its element descriptions give them.
const CITATION = `<PubmedArticle>
<MedlineCitation Status="MEDLINE" Owner="OSTR">
  <PMID Version="1">99000001</PMID>
  <DateCompleted><Year>2021</Year><Month>03</Month><Day>12</Day></DateCompleted>
  <Article PubModel="Print-Electronic">
    <Journal><ISSN IssnType="Electronic">0317-8471</ISSN>
      <JournalIssue CitedMedium="Internet"><Volume>4</Volume><Issue>2</Issue><PubDate><Year>2021</Year><Month>Mar</Month><Day>5</Day></PubDate></JournalIssue>
      <Title>Annals of Floors</Title><ISOAbbreviation>Ann Floors</ISOAbbreviation></Journal>
    <ArticleTitle>Knee pads &amp; pain in <i>tilers</i>: H<sub>2</sub>O &lt; gel.</ArticleTitle>
    <Pagination><MedlinePgn>11-9</MedlinePgn></Pagination>
    <ELocationID EIdType="pii" ValidYN="Y">S1</ELocationID><ELocationID EIdType="doi" ValidYN="Y">10.5555/Pads.1</ELocationID>
    <Abstract><AbstractText Label="METHODS" NlmCategory="METHODS">Forty tilers were
      allocated.</AbstractText><AbstractText Label="RESULTS">Pain fell.</AbstractText><CopyrightInformation>© 2021</CopyrightInformation></Abstract>
    <AuthorList CompleteYN="Y">
      <Author ValidYN="Y"><LastName>Falk</LastName><ForeName>Iben</ForeName><Initials>I</Initials><Identifier Source="ORCID">https://orcid.org/0000-0002-1825-0097</Identifier><AffiliationInfo><Affiliation>Harbour.</Affiliation></AffiliationInfo></Author>
      <Author ValidYN="Y"><CollectiveName>Lamp Group</CollectiveName></Author>
    </AuthorList>
    <Language>eng</Language>
    <PublicationTypeList><PublicationType UI="D016428">Journal Article</PublicationType><PublicationType UI="D016449">Randomized Controlled Trial</PublicationType></PublicationTypeList>
    <ArticleDate DateType="Electronic"><Year>2021</Year><Month>01</Month><Day>30</Day></ArticleDate>
  </Article>
  <MeshHeadingList><MeshHeading><DescriptorName UI="D1" MajorTopicYN="N">Sleep</DescriptorName><QualifierName UI="Q1" MajorTopicYN="Y">physiology</QualifierName></MeshHeading></MeshHeadingList>
  <KeywordList Owner="NOTNLM"><Keyword MajorTopicYN="N">knees</Keyword></KeywordList>
  <CommentsCorrectionsList><CommentsCorrections RefType="ErratumIn"><RefSource>Ann Floors. 2022</RefSource><PMID Version="1">99000002</PMID></CommentsCorrections></CommentsCorrectionsList>
</MedlineCitation>
<PubmedData><History><PubMedPubDate PubStatus="entrez"><Year>2021</Year><Month>2</Month><Day>1</Day></PubMedPubDate></History>
  <PublicationStatus>ppublish</PublicationStatus><ArticleIdList><ArticleId IdType="doi">10.5555/Pads.1</ArticleId></ArticleIdList></PubmedData>
</PubmedArticle>`;
const one = async (text: string) => recordsOf(await readText(`<PubmedArticleSet>${text}</PubmedArticleSet>`, 'pubmed-xml'))[0]!;

test('every part of a citation finds its place', async () => {
  const record = await one(CITATION);
  expect(record).toMatchObject({
    pmid: '99000001',
    title: 'Knee pads & pain in tilers: H2O < gel',
    container: 'Annals of Floors',
    volume: '4',
    issue: '2',
    pages: '11-9',
    doi: '10.5555/pads.1',
    issns: ['0317-8471'],
    abstract: 'METHODS: Forty tilers were allocated. RESULTS: Pain fell.',
    authors: [
      { family: 'Falk', given: 'Iben', orcid: '0000-0002-1825-0097' },
      { family: 'Lamp Group', given: '' },
    ],
    languages: ['eng'],
    headings: ['Sleep/*physiology', 'knees'],
    dates: { issue: '2021 Mar 5', online: '2021-01-30', added: '2021-02-01' },
    types: [
      { vocabulary: 'medline-status', term: 'MEDLINE' },
      { vocabulary: 'mesh-publication-type', term: 'Journal Article' },
      { vocabulary: 'mesh-publication-type', term: 'Randomized Controlled Trial' },
      { vocabulary: 'medline-status', term: 'ppublish' },
    ],
  });
  // What has no place is kept as it stands, affiliations and corrections included.
  const kept = Object.values(record.extra).flat().join('\n');
  for (const words of ['ISOAbbreviation', 'Affiliation>Harbour', 'CopyrightInformation', 'RefType="ErratumIn"', 'DateCompleted', '"pii"'])
    expect(kept).toContain(words);
});

test('what is kept is written back: reading it again gives the same record', async () => {
  const { writePubmed } = await import('./write');
  const record = await one(CITATION);
  const text = writePubmed(record);
  expect(await one(text)).toEqual(record);
  expect(text).toContain('<Affiliation>Harbour.</Affiliation>');
});

test.each([
  ['<PubDate><MedlineDate>2020 Jul-Aug</MedlineDate></PubDate>', '2020 Jul-Aug'],
  ['<PubDate><Year>2020</Year><Season>Spring</Season></PubDate>', '2020 Spring'],
  ['<PubDate><Year>2020</Year><Month>07</Month></PubDate>', '2020-07'],
])('%s is %s', async (xml, issue) => {
  const text = `<PubmedArticle><MedlineCitation><Article><Journal><JournalIssue>${xml}</JournalIssue></Journal><ArticleTitle>A</ArticleTitle></Article></MedlineCitation></PubmedArticle>`;
  expect((await one(text)).dates.issue).toBe(issue);
});

test('a chapter of a book document', async () => {
  const text =
    '<PubmedBookArticle><BookDocument><PMID>99000009</PMID><Book><Publisher><PublisherName>Harrowgate Press</PublisherName></Publisher><BookTitle>Floors and knees</BookTitle><PubDate><Year>2019</Year></PubDate><Isbn>9780306406157</Isbn></Book><ArticleTitle>Kneeling</ArticleTitle><Language>eng</Language><AuthorList Type="authors"><Author><LastName>Falk</LastName><ForeName>Iben</ForeName></Author></AuthorList><PublicationType>Review</PublicationType></BookDocument></PubmedBookArticle>';
  const record = await one(text);
  expect(record).toMatchObject({
    title: 'Kneeling',
    container: 'Floors and knees',
    publisher: 'Harrowgate Press',
    isbns: ['9780306406157'],
    dates: { issue: '2019' },
  });
  const { writePubmed } = await import('./write');
  expect((await one(writePubmed(record))).container).toBe('Floors and knees');
});

test('a book dated only by its contribution keeps its year, its corporate author and the data beside it', async () => {
  const book = `<PubmedBookArticle><BookDocument><PMID>99000010</PMID><Book><BookTitle>Ditches</BookTitle>
    <AuthorList Type="editors"><Author><LastName>Ode</LastName><ForeName>Ann</ForeName></Author></AuthorList>
    <AuthorList Type="authors"><Author><CollectiveName>Working Group on Ditches</CollectiveName></Author></AuthorList></Book>
    <AuthorList Type="authors"/><ContributionDate><Year>2004</Year><Month>3</Month></ContributionDate></BookDocument>
    <PubmedBookData><History><PubMedPubDate PubStatus="entrez"><Year>2011</Year><Month>1</Month><Day>2</Day></PubMedPubDate></History></PubmedBookData></PubmedBookArticle>`;
  const [record] = recordsOf(await readText(book, 'pubmed-xml'));
  expect(record).toMatchObject({
    authors: [{ family: 'Working Group on Ditches', given: '' }],
    dates: { issue: '2004-03', added: '2011-01-02' },
  });
  expect(recordsOf(await readText(writePubmed(record!), 'pubmed-xml'))[0]).toEqual(record);
});
