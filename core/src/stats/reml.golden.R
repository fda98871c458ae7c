# Rscript reml.golden.R > reml.golden.json   (Debian: r-cran-lme4, r-cran-jsonlite)
library(lme4); library(jsonlite)
fit <- function(name, groups) {
  d <- data.frame(y = unlist(groups), g = factor(rep(seq_along(groups), lengths(groups))))
  m <- lmer(y ~ 1 + (1 | g), d, REML = TRUE,
            control = lmerControl(optimizer = "nloptwrap", check.conv.singular = "ignore",
              optCtrl = list(xtol_abs = 1e-14, ftol_abs = 1e-14, maxeval = 1e5)))
  v <- as.data.frame(VarCorr(m))
  list(name = name, groups = lapply(groups, I), mean = unname(fixef(m)), within = sigma(m),
       between = v$sdcor[1], blups = unname(fixef(m) + ranef(m)$g[, 1]))
}
set.seed(4)
row <- function(n, mean, sd) round(rnorm(n, mean, sd), 4)
cases <- list(
  fit("balanced, 12 rows of 5", lapply(1:12, function(i) row(5, 0.0508 + ifelse(i == 4, -0.02, 0) + rnorm(1, 0, 0.004), 0.006))),
  fit("unbalanced", Map(function(n, m) row(n, m, 0.007), c(1, 2, 3, 5, 8, 13), 0.05 + c(0, 0.01, -0.004, 0.006, -0.012, 0.003))),
  fit("no spread between rows", lapply(1:6, function(i) 0.05 + c(-0.006, -0.002, 0, 0.002, 0.006))),
  fit("barely any spread between rows", list(c(0.05, 0.052, 0.047), c(0.0505, 0.0515, 0.0475), c(0.049, 0.0525, 0.048))),
  fit("almost no spread within rows", list(c(0.05, 0.0501), c(0.06, 0.0601, 0.0599), c(0.04, 0.0401))))
cat(toJSON(cases, digits = 15, auto_unbox = TRUE))
