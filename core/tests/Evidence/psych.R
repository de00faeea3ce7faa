# Recorded with R 4.2.2 and psych 2.2.9 (Debian's r-cran-psych): Rscript core/tests/Evidence/psych.R
suppressPackageStartupMessages(library(psych))
# LSAT section 6 (Bock and Lieberman 1970): how often each pattern of five answers occurred, 00000 to 11111.
counts <- c(3, 6, 2, 11, 1, 1, 3, 4, 1, 8, 0, 16, 0, 3, 2, 15, 10, 29, 14, 81, 3, 28, 15, 80, 16, 56, 21, 173, 11, 61, 28, 298)
patterns <- t(sapply(0:31, function(i) as.integer(rev(intToBits(i)[1:5]))))
lsat <- as.data.frame(patterns[rep(1:32, counts), ])
cat("LSAT means", round(colMeans(lsat), 3), "\n")
a <- alpha(lsat, warnings = FALSE, check.keys = FALSE)
cat("LSAT alpha", format(a$total$raw_alpha, digits = 12), "\n")
cat("LSAT r.drop", format(a$item.stats$r.drop, digits = 12), "\n")
# Points from 0 to 1, by hand.
m <- data.frame(a = c(1, .5, 0, 1, .75, .25, 1, 0), b = c(1, 1, 0, .5, .5, 0, 1, .5), c = c(.5, 1, .25, 1, 0, 0, .75, .25), d = c(0, 1, 1, 0, .5, .5, 0, 1))
p <- alpha(m, warnings = FALSE, check.keys = FALSE)
cat("points alpha", format(p$total$raw_alpha, digits = 12), "\n")
cat("points r.drop", format(p$item.stats$r.drop, digits = 12), "\n")
for (x in list(c(0, 10), c(3, 10), c(81, 263), c(15, 15))) cat("wilson", x, format(prop.test(x[1], x[2], correct = FALSE)$conf.int, digits = 10), "\n")
