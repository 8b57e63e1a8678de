import type { BodyOf } from '#contract/schemas.ts'
import type { AnswerOf } from '#contract/types.ts'
import { api } from './api.ts'

/** What is practised, the cards, and the sets that an instructor gives. */
export const practiceApi = api.injectEndpoints({
  endpoints: (make) => ({
    practice: make.query<AnswerOf<'listPractice'>, void>({
      query: () => ({ route: 'listPractice' }),
      providesTags: ['Practice'],
    }),
    practiceWeeks: make.query<AnswerOf<'listWeeks'>, void>({
      query: () => ({ route: 'listWeeks' }),
      providesTags: ['Practice'],
    }),
    practiceTries: make.query<AnswerOf<'listTries'>, void>({
      query: () => ({ route: 'listTries' }),
      providesTags: ['Practice'],
    }),
    cards: make.query<AnswerOf<'listCards'>, string>({
      query: (id) => ({ route: 'listCards', params: { id } }),
      providesTags: ['Practice'],
    }),
    lessons: make.query<AnswerOf<'listLessons'>, void>({
      query: () => ({ route: 'listLessons' }),
      providesTags: ['Lessons'],
    }),
    addLesson: make.mutation<AnswerOf<'addLesson'>, BodyOf<'addLesson'>>({
      query: (body) => ({ route: 'addLesson', body }),
      invalidatesTags: ['Lessons'],
    }),
    changeLesson: make.mutation<AnswerOf<'changeLesson'>, BodyOf<'changeLesson'> & { readonly id: string }>({
      query: ({ id, ...body }) => ({ route: 'changeLesson', params: { id }, body }),
      invalidatesTags: ['Lessons'],
    }),
    allGiven: make.query<AnswerOf<'listGiven'>, void>({
      query: () => ({ route: 'listGiven' }),
      providesTags: ['Lessons', 'Practice', 'Log', 'People'],
    }),
    given: make.query<AnswerOf<'getGiven'>, string>({
      query: (id) => ({ route: 'getGiven', params: { id } }),
      providesTags: ['Lessons', 'Practice', 'Log', 'People'],
    }),
    giveLesson: make.mutation<AnswerOf<'giveLesson'>, BodyOf<'giveLesson'>>({
      query: (body) => ({ route: 'giveLesson', body }),
      invalidatesTags: ['Lessons'],
    }),
    setPlate: make.mutation<AnswerOf<'setPlate'>, BodyOf<'setPlate'> & { readonly id: string }>({
      query: ({ id, ...body }) => ({ route: 'setPlate', params: { id }, body }),
      invalidatesTags: ['Lessons'],
    }),
    signGiven: make.mutation<AnswerOf<'signGiven'>, BodyOf<'signGiven'> & { readonly id: string }>({
      query: ({ id, ...body }) => ({ route: 'signGiven', params: { id }, body }),
      invalidatesTags: ['Lessons'],
    }),
    takeBackGiven: make.mutation<
      AnswerOf<'takeBackGiven'>,
      BodyOf<'takeBackGiven'> & { readonly id: string }
    >({
      query: ({ id, ...body }) => ({ route: 'takeBackGiven', params: { id }, body }),
      invalidatesTags: ['Lessons'],
    }),
  }),
})
