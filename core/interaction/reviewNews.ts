import { addCounts, type Review, type ReviewNews, type ReviewPage } from '#core/document/review'

/* Effects of a review's news for whoever has it open. */

/** Returns whether a review has comments or choices that were not read yet. */
export const isUnread = (
  { seq, comments, choice }: Pick<Review, 'seq' | 'comments' | 'choice'>,
  readUpTo = 0,
): boolean => (comments > 0 || choice !== null) && seq > readUpTo

/** Says what a client did, as a notice to the designer; null where it was the designer, or is known already. */
export const newsWords = (
  review: Review,
  { comments, choice }: Pick<ReviewNews, 'comments' | 'choice'>,
): string | null => {
  const comment = comments.findLast(({ by, seq }) => by === 'client' && seq > review.seq)
  if (comment) return `${comment.author} wrote on “${review.title}”.`
  if (!choice || choice.at === review.choice?.at) return null
  const name = review.looks.find(({ key }) => key === choice.look)?.name
  return name ? `${choice.author} chose “${name}”.` : `${choice.author} took the choice back.`
}

/** Returns a review, as its designer sees it, after news; the same where the news are older than it. */
export const applyReviewNews = (review: Review, news: ReviewNews): Review => {
  if (news.seq <= review.seq) return review
  const { counts, comments, threads } = addCounts(review, news)
  const { seq, choice, closed, ready } = news
  return {
    ...review,
    ...{ counts, seq, choice, closed, ready },
    comments: review.comments + comments,
    open: review.open + threads,
  }
}

/** Returns a review, as its client sees it, after news; the same where the news are older than it. */
export const applyPageNews = (page: ReviewPage, news: ReviewNews): ReviewPage => {
  if (news.seq < page.seq) return page
  const { seq, choice, closed, ready } = news
  return { ...page, counts: addCounts(page, news).counts, seq, choice, closed, ready }
}

/** Returns whether the pictures of a review are still being made. */
export const isDrawingPictures = ({ making, ready }: Pick<Review, 'making' | 'ready'>): boolean =>
  !ready && (making?.state === 'waiting' || making?.state === 'underway')
