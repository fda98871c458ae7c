# Rscript mixedModel.golden.R > mixedModel.golden.json   (Debian: r-cran-lme4, r-cran-lmertest, r-cran-jsonlite)
library(lme4); library(lmerTest); library(jsonlite)
control <- lmerControl(optimizer = "nloptwrap", check.conv.singular = "ignore", check.conv.grad = "ignore",
  check.conv.hess = "ignore", check.nobs.vs.nlev = "ignore",
  optCtrl = list(xtol_abs = 1e-14, xtol_rel = 1e-14, ftol_abs = 1e-14, ftol_rel = 1e-14, maxeval = 1e5))
fit <- function(name, formula, d, fixed, factors) {
  m <- lmerTest::lmer(formula, d, REML = TRUE, control = control)
  v <- as.data.frame(VarCorr(m))
  s <- coef(summary(m))
  pick <- function(f) v$vcov[v$grp == f]
  list(name = name, y = d$y, fixed = unname(model.matrix(fixed, d)),
       groups = lapply(factors, function(f) as.character(d[[f]])),
       beta = I(unname(fixef(m))), se = I(unname(s[, "Std. Error"])), df = I(unname(s[, "df"])),
       components = lapply(factors, pick), residual = sigma(m)^2,
       effects = lapply(factors, function(f) setNames(as.list(ranef(m)[[f]][, 1]), rownames(ranef(m)[[f]]))),
       logLik = as.numeric(logLik(m)))
}
named <- function(...) { f <- c(...); setNames(f, f) }
set.seed(13)
# Crossed and nested: 12 rows on 6 fields of 3 stops each, two seeds a row.
d1 <- expand.grid(seed = 1:2, row = paste0("r", 1:12), stop = 1:3, field = paste0("f", 1:6))
d1$stop <- paste0(d1$field, "/", d1$stop)
re <- function(x, sd) { u <- rnorm(length(unique(x)), 0, sd); names(u) <- unique(x); u[as.character(x)] }
d1$y <- round(0.05 + re(d1$row, 0.003) + re(d1$field, 0.004) + re(d1$stop, 0.002) + rnorm(nrow(d1), 0, 0.006), 5)
# Unbalanced: a third of them, and a fixed effect.
d2 <- d1[sample(nrow(d1), 150), ]
d2$late <- as.numeric(d2$row == "r4")
d2$y <- d2$y - 0.01 * d2$late
# No spread between rows at all.
d3 <- expand.grid(row = paste0("r", 1:8), stop = paste0("s", 1:6))
d3$y <- round(100 + re(d3$stop, 8) + rnorm(nrow(d3), 0, 5), 3)
d3$y <- d3$y - ave(d3$y, d3$row) + rep(seq(99.6, 100.4, length.out = 8), 6)
# Nested alone, very unequal, large figures.
d4 <- data.frame(field = rep(c("a", "b", "c", "d", "e"), c(2, 9, 4, 12, 3)))
d4$stop <- paste0(d4$field, unlist(lapply(table(d4$field), function(k) (seq_len(k) + 1) %/% 2)))
d4$y <- round(70000 + re(d4$field, 6000) + re(d4$stop, 2500) + rnorm(nrow(d4), 0, 1500), 1)
# Rows as fixed effects beside fields and stops.
d5 <- d1[sample(nrow(d1), 220), ]
cases <- list(
  fit("crossed and nested, balanced", y ~ 1 + (1 | row) + (1 | field) + (1 | stop), d1, ~ 1, named("row", "field", "stop")),
  fit("unbalanced, with a fixed effect", y ~ late + (1 | row) + (1 | field) + (1 | stop), d2, ~ late, named("row", "field", "stop")),
  fit("a variance of zero", y ~ 1 + (1 | row) + (1 | stop), d3, ~ 1, named("row", "stop")),
  fit("nested, unequal, large figures", y ~ 1 + (1 | field) + (1 | stop), d4, ~ 1, named("field", "stop")),
  fit("rows fixed", y ~ 0 + row + (1 | field) + (1 | stop), d5, ~ 0 + row, named("field", "stop")))
cat(toJSON(cases, digits = 15, auto_unbox = TRUE))
