/** The version of the program this page was built with. */
declare const PAGE_VERSION: string
