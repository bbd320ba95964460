import { z } from 'zod'
import { PROJECTS_A_PAGE } from '#core/document/limits'
import { ARTWORK_KINDS, artworkFileSchema, pageNumberSchema, pdfFileSchema } from '#core/document/artwork'
import { hashSchema, hexSchema, listOf, nameSchema } from '#core/document/basics'
import { deletedSchema } from '#core/document/deleted'
import { jobSchema } from '#core/document/job'
import { herePutSchema, otherSchema } from '#core/document/live'
import { onOneLine } from '#core/document/names'
import {
  listedPersonSchema,
  meSchema,
  passwordSchema,
  personSchema,
  signedInSchema,
  signInSchema,
  welcomeSchema,
} from '#core/document/people'
import { pictureFileSchema } from '#core/document/pictures'
import { projectSchema, storedProjectSchema } from '#core/document/project'
import { PROJECT_ORDERS, projectCardSchema } from '#core/document/projectCard'
import {
  publicationPutSchema,
  publicationSchema,
  publishedBrandSchema,
  publishedSchema,
} from '#core/document/publication'
import {
  choicePutSchema,
  commentPutSchema,
  reviewChoiceSchema,
  reviewCommentSchema,
  reviewPageSchema,
  reviewPutSchema,
  reviewSchema,
  shownKeySchema,
  threadsSchema,
} from '#core/document/review'
import {
  shelfFolderSchema,
  shelfPutSchema,
  shelfQuerySchema,
  shelfDetailsSchema,
  shelfSchemeSchema,
  shelfVersionSchema,
  tagSchema,
} from '#core/document/shelf'
import { packedTrailSchema, sentTrailSchema } from '#core/document/trail'
import { inspirationSchema } from '#core/formats/inspiration'
import { wantedSchema } from '#core/handover/options'
import { MAX_ASKED_PICTURES, REVIEW_PATH } from '#core/handover/review'
import { ownProfileSchema } from '#core/print/papers'
import { GIVEN, MANNERS } from '#core/raster/manner'
import { ALSO } from '#core/svg/reading'

/* The agreements of routes and their callers. A route that answers bytes, a stream or a page has none. */

/** The agreement on a route. */
export interface Contract {
  /** The parameters of its path. What cannot be one is answered with 404, which names the thing in question. */
  params?: Readonly<Record<string, z.ZodType<string>>>
  thing?: string
  query?: z.ZodType
  /** The JSON body; absent where there is none, or a file. */
  body?: z.ZodType
  /** The status of success, where it is not 200; 204 has no answer. */
  status?: 201 | 204
  answer?: z.ZodType
}

/** A list in a query, joined by commas. */
const joined = <Item extends z.ZodType<unknown, string>>(item: Item, max: number) =>
  z
    .string()
    .max(2000)
    .default('')
    .transform(list => list.split(',').filter(Boolean))
    .pipe(z.array(item).max(max))
const wholeNumber = (min: number, max: number) => z.coerce.number<string | number>().int().min(min).max(max)

const version = z.number().int().min(1)
const byHash = { hash: hashSchema }
const byId = { id: z.uuid() }
/** The token of a link, which is looked up. */
const byToken = { token: z.string() }

/** The maximum number of schemes changed at once. */
const MAX_SCHEMES = 500
const schemes = listOf(z.uuid(), { max: MAX_SCHEMES }).default([])
/** Changes of a scheme, none of which has a default. */
const { name, note, tags, folder, favorite } = shelfDetailsSchema.shape
const shelfChange = z.object({
  name: name.optional(),
  note: note.unwrap().optional(),
  tags: tags.unwrap().optional(),
  folder: folder.unwrap().optional(),
  favorite: favorite.unwrap().optional(),
})

/** The name of a file that is sent, in its query. */
const fileName = z.string().max(400)
/** Earlier threads on a colorway, or on all where none is named; or earlier answers in one thread. */
const comments = {
  query: z.union([
    z.object({ thread: z.uuid(), before: wholeNumber(0, Number.MAX_SAFE_INTEGER) }),
    z.object({
      look: shownKeySchema.optional(),
      before: wholeNumber(0, Number.MAX_SAFE_INTEGER).optional(),
    }),
  ]),
  answer: z.union([threadsSchema, z.object({ answers: z.array(reviewCommentSchema) })]),
}

/** All contracts, by method and path; a parameter stands in brackets, as in the file of its route. */
export const CONTRACTS = {
  'GET projects': {
    query: z.object({
      before: z.uuid().optional(),
      limit: wholeNumber(1, 100).default(PROJECTS_A_PAGE),
      order: z.enum(PROJECT_ORDERS).default('changed'),
      words: z.string().max(100).overwrite(onOneLine).default(''),
    }),
    answer: z.array(projectCardSchema),
  },
  'POST projects': {
    body: z.union([
      z.object({ copyOf: z.uuid() }),
      z.object({ document: projectSchema, trailOf: z.uuid().optional() }),
      z.object({ name: nameSchema }),
    ]),
    status: 201,
    answer: storedProjectSchema,
  },
  'GET projects/[id]': { params: byId, thing: 'project', answer: storedProjectSchema },
  'PUT projects/[id]': {
    ...{ params: byId, thing: 'project' },
    body: z
      .object({
        version,
        document: projectSchema.optional(),
        /** Instead of the document: what changed of it since that version. It is validated with the document. */
        change: z
          .object({ parts: z.record(z.string(), z.unknown()), remap: z.record(z.string(), z.unknown()) })
          .optional(),
        save: z.uuid().optional(),
        trail: sentTrailSchema.optional(),
      })
      .refine(({ document, change }) => (document === undefined) !== (change === undefined), {
        message: 'A save holds either a document or a change of one.',
      }),
    answer: storedProjectSchema.pick({ version: true, updatedAt: true }),
  },
  'DELETE projects/[id]': { params: byId, thing: 'project', status: 204 },
  'POST projects/[id]/restore': { params: byId, thing: 'project', status: 204 },
  'GET projects/[id]/version': { params: byId, thing: 'project', answer: z.object({ version }) },
  'GET projects/[id]/artwork': { params: byId, thing: 'project', answer: z.array(artworkFileSchema) },
  'GET projects/[id]/trail': { params: byId, thing: 'project', answer: packedTrailSchema },
  'GET projects/[id]/jobs': { params: byId, thing: 'project', answer: z.array(jobSchema) },
  'POST projects/[id]/jobs': {
    ...{ params: byId, thing: 'project' },
    body: z.object({ version, wanted: wantedSchema, listed: z.boolean().default(true) }),
    status: 201,
    answer: jobSchema,
  },
  'GET projects/[id]/reviews': { params: byId, thing: 'project', answer: z.array(reviewSchema) },
  'POST projects/[id]/reviews': {
    ...{ params: byId, thing: 'project' },
    body: reviewPutSchema.extend({ version }),
    status: 201,
    answer: reviewSchema,
  },
  'GET projects/[id]/publications': { params: byId, thing: 'project', answer: z.array(publicationSchema) },
  'POST projects/[id]/publications': {
    ...{ params: byId, thing: 'project' },
    body: publicationPutSchema.extend({ version }),
    status: 201,
    answer: publicationSchema,
  },
  'GET publications': { answer: z.array(publishedSchema) },
  'PUT publications/[id]': {
    ...{ params: byId, thing: 'publication' },
    body: z.object({ withdrawn: z.boolean().optional(), deleted: z.boolean().optional() }),
    answer: z.object({ publication: publicationSchema.nullable() }),
  },
  'POST publications/[id]/versions': {
    ...{ params: byId, thing: 'publication' },
    body: publicationPutSchema.extend({ version }),
    status: 201,
    answer: publicationSchema,
  },
  'POST publications/[id]/link': { params: byId, thing: 'publication', answer: publicationSchema },
  'GET brand/[token]': { params: byToken, answer: publishedBrandSchema },
  'GET demo': { answer: z.object({ projects: z.number().int() }) },
  'POST demo': { status: 201, answer: z.array(z.object({ id: z.uuid(), name: z.string() })) },
  'GET deleted': { answer: z.array(deletedSchema) },
  'POST here': { body: herePutSchema, answer: z.array(otherSchema) },

  'GET jobs/[id]': { params: byId, thing: 'job', answer: jobSchema },
  'POST jobs/[id]/stop': { params: byId, thing: 'job', answer: jobSchema },
  'POST jobs/[id]/retry': { params: byId, thing: 'job', answer: jobSchema },

  'POST artwork': {
    query: z.object({ name: fileName.default('Artwork'), kind: z.enum(ARTWORK_KINDS).default('svg') }),
    status: 201,
    answer: artworkFileSchema,
  },
  'GET artwork/[hash]': { params: byHash, thing: 'artwork', answer: artworkFileSchema },
  'POST artwork/[hash]/also': {
    ...{ params: byHash, thing: 'drawing' },
    body: z.object({
      also: z
        .array(z.enum(ALSO))
        .max(ALSO.length)
        .transform(also => ALSO.filter(each => also.includes(each))),
    }),
    answer: artworkFileSchema,
  },
  'POST artwork/[hash]/manner': {
    ...{ params: byHash, thing: 'picture' },
    body: z.object({
      manner: z.enum(MANNERS),
      inks: z
        .array(hexSchema)
        .min(GIVEN.min)
        .max(GIVEN.max)
        .transform(inks => [...new Set(inks)].sort())
        .optional(),
    }),
    answer: artworkFileSchema,
  },
  'POST pdfs': { query: z.object({ name: fileName.default('Artwork') }), status: 201, answer: pdfFileSchema },
  'POST pdfs/[hash]/pages/[number]': {
    ...{ params: { ...byHash, number: pageNumberSchema }, thing: 'page' },
    query: z.object({ name: nameSchema.or(z.literal('')).default('') }),
    status: 201,
    answer: artworkFileSchema,
  },
  'POST profiles': { status: 201, answer: ownProfileSchema },
  'POST pictures': { query: z.object({ name: fileName.default('Reference') }), status: 201, answer: pictureFileSchema },

  'GET inspiration': {
    query: z.object({
      words: z.string().max(100).default(''),
      near: hexSchema.optional(),
      fits: joined(hexSchema, 12),
      from: wholeNumber(0, 10_000).default(0),
      count: wholeNumber(1, 60).default(24),
      /** The stand-in's behavior, for tests. */
      as: z.string().optional(),
    }),
    answer: z.object({ schemes: z.array(inspirationSchema), total: z.number().int() }),
  },

  'GET shelf': {
    query: shelfQuerySchema.extend({
      tags: joined(tagSchema, 20),
      holds: joined(hexSchema, 12),
      fits: joined(hexSchema, 12),
      favorite: z.stringbool().default(false),
      from: wholeNumber(0, 10_000).default(0),
      count: wholeNumber(1, 100).default(48),
    }),
    answer: z.object({ schemes: z.array(shelfSchemeSchema), total: z.number().int() }),
  },
  'POST shelf': { body: shelfPutSchema, status: 201, answer: shelfSchemeSchema },
  'GET shelf/[id]': { params: byId, thing: 'scheme', answer: shelfSchemeSchema },
  'PUT shelf/[id]': {
    ...{ params: byId, thing: 'scheme' },
    body: shelfPutSchema.pick({ swatches: true, origin: true }).extend({ version }),
    answer: shelfSchemeSchema,
  },
  'GET shelf/[id]/versions': { params: byId, thing: 'scheme', answer: z.array(shelfVersionSchema) },
  'POST shelf/several': {
    body: z.object({
      change: listOf(z.object({ id: z.uuid(), details: shelfChange }), { max: MAX_SCHEMES }).default([]),
      off: schemes,
      on: schemes,
    }),
    answer: z.object({ changed: z.array(shelfSchemeSchema), off: z.number().int(), on: z.number().int() }),
  },
  'GET shelf/folders': { answer: z.array(shelfFolderSchema) },
  'POST shelf/folders': { body: z.object({ name: nameSchema }), status: 201, answer: shelfFolderSchema },
  'PUT shelf/folders/[id]': {
    ...{ params: byId, thing: 'folder' },
    body: z.union([z.object({ name: nameSchema }), z.object({ away: z.boolean() })]),
    status: 204,
  },
  'GET shelf/tags': { answer: z.array(z.object({ tag: tagSchema, count: z.number().int() })) },

  'PUT reviews/[id]': {
    ...{ params: byId, thing: 'review' },
    body: z.object({
      endsAt: z.iso.datetime().optional(),
      closed: z.boolean().optional(),
      withdrawn: z.boolean().optional(),
      deleted: z.boolean().optional(),
    }),
    answer: z.object({ review: reviewSchema.nullable() }),
  },
  'POST reviews/[id]/link': { params: byId, thing: 'review', answer: reviewSchema },
  'GET reviews/[id]/comments': { params: byId, thing: 'review', ...comments },
  'POST reviews/[id]/comments': {
    ...{ params: byId, thing: 'review' },
    body: commentPutSchema,
    status: 201,
    answer: reviewCommentSchema,
  },
  'PUT reviews/[id]/comments/[comment]': {
    ...{ params: { id: z.uuid(), comment: z.uuid() }, thing: 'comment' },
    body: z.object({ resolved: z.boolean() }),
    answer: reviewCommentSchema,
  },
  'GET review/[token]': { params: byToken, thing: 'review', answer: reviewPageSchema },
  'GET review/[token]/drawn': {
    params: byToken,
    query: z.object({ asked: joined(z.string().regex(REVIEW_PATH), MAX_ASKED_PICTURES) }),
    /** The paths of pictures that can be had; null where all can. */
    answer: z.object({ paths: z.array(z.string()).nullable() }),
  },
  'PUT review/[token]/choice': { params: byToken, body: choicePutSchema, answer: reviewChoiceSchema },
  'GET review/[token]/comments': { params: byToken, ...comments },
  'POST review/[token]/comments': {
    params: byToken,
    body: commentPutSchema.extend({ reader: z.string().max(64).default('') }),
    status: 201,
    answer: reviewCommentSchema,
  },

  'GET me': { answer: meSchema },
  'PUT me/password': {
    body: z.object({ old: signInSchema.shape.password, password: passwordSchema }),
    status: 204,
  },
  'POST session': { body: signInSchema, answer: meSchema },
  'DELETE session': { status: 204 },
  'GET sessions': { answer: z.array(signedInSchema) },
  'DELETE sessions': { status: 204 },
  'GET people': { answer: z.array(listedPersonSchema) },
  'POST people': {
    body: personSchema.omit({ id: true }),
    status: 201,
    answer: z.object({ person: personSchema, token: z.string() }),
  },
  'PUT people/[id]': {
    ...{ params: byId, thing: 'person' },
    body: personSchema.omit({ id: true }).partial().extend({ gone: z.boolean().optional() }),
    status: 204,
  },
  'POST people/[id]/link': { params: byId, thing: 'person', answer: z.object({ token: z.string() }) },
  'GET welcome/[token]': { params: byToken, answer: welcomeSchema },
  'POST welcome/[token]': {
    params: byToken,
    body: z.object({ password: passwordSchema, name: nameSchema.optional() }),
    answer: meSchema,
  },
} as const satisfies Record<string, Contract>

export type Contracts = typeof CONTRACTS
/** A method and a path, as in `GET projects/[id]`. */
export type RouteKey = keyof Contracts

/** Throws where the answer of a route, as JSON gives it, is not what was agreed on. */
export const checkAnswer = (key: RouteKey, given: unknown): void => {
  const { answer }: Contract = CONTRACTS[key]
  const result = answer?.safeParse(given)
  if (result && !result.success) throw new Error(`“${key}” breaks its contract: ${result.error.message}`)
}

type Part<Key extends RouteKey, Name extends keyof Contract> =
  Contracts[Key] extends Record<Name, infer Found> ? Found : undefined
type Read<Schema> = Schema extends z.ZodType ? z.output<Schema> : undefined
type Sent<Schema> = Schema extends z.ZodType ? z.input<Schema> : undefined

/** The parts of a request as its route reads them. */
export type ParamsOf<Key extends RouteKey> = { [Name in keyof Part<Key, 'params'>]: string }
export type QueryOf<Key extends RouteKey> = Read<Part<Key, 'query'>>
export type BodyOf<Key extends RouteKey> = Read<Part<Key, 'body'>>
/** The answer of a route; undefined where it answers with nothing but its status. */
export type AnswerOf<Key extends RouteKey> = Read<Part<Key, 'answer'>>

/** The parts of a request as its caller gives them: parameters, query and body, as far as the route takes them. */
export type RequestOf<Key extends RouteKey> = (Part<Key, 'params'> extends undefined
  ? { params?: undefined }
  : { params: ParamsOf<Key> }) &
  (Part<Key, 'query'> extends undefined ? { query?: undefined } : { query: Sent<Part<Key, 'query'>> }) &
  (Part<Key, 'body'> extends undefined ? { body?: unknown } : { body: Sent<Part<Key, 'body'>> })
