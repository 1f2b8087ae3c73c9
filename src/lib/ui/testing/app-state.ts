/** Stands in for the framework's page where units are tested by themselves: a page without data. */
export const page = { data: {}, params: {}, url: new URL('http://brunkel.test/') };
