/** What stands in the bundle for a person who opens it. */
export const readmeOf = (title: string): string => `${title}

This is a review of Narrow Sieve as a zip of open files. It can be imported again under "Reviews", and it can be read
without the application:

manifest.json   what is in here: the form, the counts, and a checksum (SHA-256) of every other file
schema.json     the schema of the manifest and of a row of every kind (JSON Schema)
data/           one file a kind, one JSON object a line: records raw (field "raw") and parsed ("item"), which records are
                which work, rulings, versions of the sieve, decisions, reasons, the search log (retrieval), full texts,
                samples and what was said of them, known works. Together they are all that cannot be worked out anew;
                what can be (claims, joins, classifications, counts) is worked out when the bundle is imported.
files/          the files that were imported, as they were received, named by their id in data/import_file
lists/          lists of holdings, of venues and of citations, named by their id in data/library_list
pdf/            attached PDFs, named by their id in data/attachment
sieve.json      the working sieve, in its own exchange form
facts.json      per record and work what the write-up counts; methods.json: the methods paragraphs, each number with
                the question to facts.json that it answers
flow.json, flow.svg   the flow of sources
tables/         the tables of the write-up as CSV
search-log.txt  the search log in words

Numbers of works and records are those of the review. Times are in UTC.
`;
