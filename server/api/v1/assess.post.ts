import { answerAssess, assessRequest } from '#core/service'

export default answering(assessRequest, ({ scheme }) => answerAssess(scheme))
