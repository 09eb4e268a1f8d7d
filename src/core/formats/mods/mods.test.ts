import { readText, recordsOf } from '@/testing/read-text';
import { writeMods } from './write';

// Elements as the Library of Congress's MODS user guidelines describe them.
const ARTICLE = `<mods:mods>
 <mods:titleInfo><mods:nonSort>The</mods:nonSort><mods:title>repair of tide mills</mods:title><mods:subTitle>a guide</mods:subTitle></mods:titleInfo>
 <mods:titleInfo type="translated"><mods:title>Gezeitenmühlen</mods:title></mods:titleInfo>
 <mods:name type="personal"><mods:namePart type="family">Falk</mods:namePart><mods:namePart type="given">Iben</mods:namePart><mods:role><mods:roleTerm type="text">author</mods:roleTerm></mods:role></mods:name>
 <mods:name type="personal"><mods:namePart>Ode, Ann</mods:namePart><mods:role><mods:roleTerm type="code">edt</mods:roleTerm></mods:role></mods:name>
 <mods:typeOfResource>text</mods:typeOfResource><mods:genre authority="marcgt">article</mods:genre>
 <mods:originInfo><mods:place><mods:placeTerm>Tamsin</mods:placeTerm></mods:place><mods:publisher>Harrowgate Press</mods:publisher><mods:dateIssued encoding="w3cdtf">2020-05</mods:dateIssued></mods:originInfo>
 <mods:language><mods:languageTerm type="code" authority="iso639-2b">eng</mods:languageTerm></mods:language>
 <mods:abstract>Mills and tides.</mods:abstract>
 <mods:subject authority="local"><mods:topic>Mills</mods:topic><mods:geographic>Coast</mods:geographic></mods:subject>
 <mods:relatedItem type="host"><mods:titleInfo><mods:title>Annals of Mills</mods:title></mods:titleInfo><mods:identifier type="issn">0317-8471</mods:identifier>
  <mods:part><mods:detail type="volume"><mods:number>3</mods:number></mods:detail><mods:detail type="issue"><mods:number>2</mods:number></mods:detail><mods:extent unit="page"><mods:start>11</mods:start><mods:end>19</mods:end></mods:extent></mods:part></mods:relatedItem>
 <mods:identifier type="doi">10.5555/Mill.1</mods:identifier><mods:identifier type="local">x7</mods:identifier>
 <mods:location><mods:url>https://example.test/m</mods:url></mods:location>
 <mods:recordInfo><mods:recordIdentifier source="T">T77</mods:recordIdentifier></mods:recordInfo>
</mods:mods>`;
const one = async (text: string) =>
  recordsOf(await readText(`<mods:modsCollection xmlns:mods="http://www.loc.gov/mods/v3">${text}</mods:modsCollection>`, 'mods'))[0]!;

test('every part of an article finds its place, and what has none is kept', async () => {
  const record = await one(ARTICLE);
  expect(record).toMatchObject({
    title: 'The repair of tide mills: a guide',
    authors: [{ family: 'Falk', given: 'Iben' }],
    container: 'Annals of Mills',
    volume: '3',
    issue: '2',
    pages: '11-19',
    publisher: 'Harrowgate Press',
    issns: ['0317-8471'],
    doi: '10.5555/mill.1',
    headings: ['Mills / Coast'],
    languages: ['eng'],
    urls: ['https://example.test/m'],
    accession: 'T77',
    dates: { issue: '2020-05', online: '', added: '' },
    types: [
      { vocabulary: 'mods-resource', term: 'text' },
      { vocabulary: 'mods-genre', term: 'article' },
    ],
  });
  expect(record.extra.mods!.join('\n')).toMatch(/Gezeitenmühlen[\s\S]*Ode, Ann[\s\S]*placeTerm[\s\S]*type="local"/);
});
test('what is kept is written back: reading it again gives the same record', async () => {
  const record = await one(ARTICLE);
  const again = recordsOf(await readText(writeMods(record), 'mods'))[0]!;
  expect(again).toEqual(record);
});
