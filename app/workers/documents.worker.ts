import { expose } from 'comlink'
import { readProjectFile } from '#core/document/projectFile'
import { readColors } from '#core/formats/read/read'
import { isSwatchSheet } from '#core/formats/read/sheet'
import { readWanted } from '#core/handover/options'
import { readDeals } from '#core/interaction/dealHistory'
import { freeDrafts } from '#core/interaction/drafts'
import { isPastedArtwork, readPastedText } from '#core/interaction/pastedText'

/* Reads and validates documents that do not come from the server, so that the page carries neither parsers nor schemas. */

const desk = {
  freeDrafts,
  isPastedArtwork,
  isSwatchSheet,
  readColors,
  readDeals,
  readPastedText,
  readProjectFile,
  readWanted,
}

export type DocumentDesk = typeof desk

expose(desk)
